import { useEffect, useState } from "react";
import { api, type StandIns } from "../../../api/client";
import { Button } from "../../../controls/Button";
import { Select } from "../../../controls/Select";
import { sayTrouble } from "../../../stores/notices";

const SPEEDS = [1, 60, 300, 1_200] as const;
const POINT = "hall-post";

/**
 * The demo's simulated charge point, folded away: how fast its time goes, what goes wrong with it, whether a car is plugged
 * in. Nothing where no stand-in runs.
 */
export function StandInPanel() {
  const [there, setThere] = useState<StandIns | null>(null);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    let left = false;
    api.standIns().then(
      (found) => !left && setThere(found.devices.some(({ name }) => name === POINT) ? found : null),
      () => undefined,
    );
    return () => {
      left = true;
    };
  }, [turn]);
  if (!there) return null;
  const set = (at: string, body: object) =>
    api.setStandIn(at, body).then(() => setTurn((n) => n + 1), sayTrouble);
  return (
    <details className="stand-in">
      <summary>The simulated charge point</summary>
      <p className="quiet">
        Hall post is a stand-in of the demo. Its time may run ahead of yours, and what happens then lies in
        the log at its own time.
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
        <Select
          says="What happens"
          value={there.trouble}
          onChange={(trouble) => void set(`${POINT}/trouble`, { trouble })}
          options={Object.entries(there.troubles).map(([value, text]) => ({ value, text }))}
        />
        <Button quiet asks={() => set(`${POINT}/plug`, { plugged: true, soc: 0.35, card: "otter-7" })}>
          Plug a car in and hold a card to it
        </Button>
        <Button quiet asks={() => set(`${POINT}/plug`, { plugged: false })}>
          Unplug it
        </Button>
      </p>
    </details>
  );
}
