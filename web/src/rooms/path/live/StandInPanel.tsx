import { useEffect, useState } from "react";
import { api, type StandIns } from "../../../api/client";
import { Button } from "../../../controls/Button";
import { Select } from "../../../controls/Select";
import { sayTrouble } from "../../../stores/notices";

const SPEEDS = [1, 60, 300, 1_200] as const;
const LIMITS = [60, 80, 100] as const;

/** Stand-ins that can be set from the page, and what each is called there. */
const PANELS = {
  "hall-post": { title: "The simulated charge point", says: "Hall post is a stand-in of the demo." },
  "power-meter": {
    title: "The simulated meter",
    says: "The boathouse meter is a stand-in of the demo, and so is the car behind it.",
  },
  "island-network": {
    title: "The simulated network",
    says: "Island charging is a stand-in of the demo, and so is the car at its post: it tells what happened five minutes late, and bills ten minutes after the end.",
  },
} as const;
/** A stand-in that can be set from the page. */
export type SimulatedName = keyof typeof PANELS;

interface Props {
  readonly of: SimulatedName;
}

/**
 * A simulated device of the demo, folded away: how fast its time goes, what goes wrong with it, whether a car is plugged in.
 * Nothing where no stand-in runs.
 */
export function StandInPanel({ of }: Props) {
  const [there, setThere] = useState<StandIns | null>(null);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    let left = false;
    api.standIns().then(
      (found) => !left && setThere(found.devices.some(({ name }) => name === of) ? found : null),
      () => undefined,
    );
    return () => {
      left = true;
    };
  }, [of, turn]);
  if (!there) return null;
  const set = (at: string, body: object) =>
    api.setStandIn(at, body).then(() => setTurn((n) => n + 1), sayTrouble);
  const { title, says } = PANELS[of];
  return (
    <details className="stand-in">
      <summary>{title}</summary>
      <p className="quiet">
        {says} Its time may run ahead of yours, and what happens then lies in the log at its own time.
      </p>
      <p className="acts">
        <Select
          says="Its time goes"
          value={there.speed}
          onChange={(speed) => void set("clock", { speed })}
          options={[...new Set([...SPEEDS, there.speed])].map((times) => ({
            value: times,
            text: times === 1 ? "as fast as yours" : `${times} times as fast`,
          }))}
        />
        {of === "hall-post" ? (
          <OfThePoint there={there} set={set} />
        ) : (
          <WithAFault of={of} says={FAULT_OF[of]} there={there} set={set} />
        )}
        <Button quiet asks={() => set(`${of}/plug`, { ...AT_POINT[of], plugged: false })}>
          Unplug it
        </Button>
      </p>
    </details>
  );
}

interface OfProps {
  readonly there: StandIns;
  set(at: string, body: object): Promise<unknown>;
}

const OfThePoint = ({ there, set }: OfProps) => (
  <>
    <Select
      says="What happens"
      value={there.trouble}
      onChange={(trouble) => void set("hall-post/trouble", { trouble })}
      options={Object.entries(there.troubles).map(([value, text]) => ({ value, text }))}
    />
    <Select
      says="The car ends by itself"
      value={0}
      onChange={(percent) => void set("curlew/limit", { percent })}
      options={[
        { value: 0, text: "as it is set", disabled: true },
        ...LIMITS.map((value) => ({ value, text: `at ${value} %` })),
      ]}
    />
    <Button quiet asks={() => set("hall-post/plug", { plugged: true, soc: 0.35, card: "otter-7" })}>
      Plug a car in and hold a card to it
    </Button>
  </>
);

/** What is said before what goes wrong with it. */
const FAULT_OF = { "power-meter": "The meter", "island-network": "The network" } as const;
/** Where a car is plugged in, where there is more than one place. */
const AT_POINT: Readonly<Record<SimulatedName, object>> = {
  "hall-post": {},
  "power-meter": {},
  "island-network": { uid: "ferry-2" },
};

interface FaultProps extends OfProps {
  readonly of: keyof typeof FAULT_OF;
  readonly says: string;
}

const WithAFault = ({ of, says, there, set }: FaultProps) => (
  <>
    <Select
      says={says}
      value={there.devices.find(({ name }) => name === of)?.fault ?? "none"}
      onChange={(fault) => void set(`${of}/fault`, { fault })}
      options={Object.entries(there.faults).map(([value, text]) => ({ value, text }))}
    />
    <Button quiet asks={() => set(`${of}/plug`, { ...AT_POINT[of], plugged: true })}>
      Plug the car in
    </Button>
  </>
);
