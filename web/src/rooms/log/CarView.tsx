import { useState } from "react";
import { Link } from "react-router-dom";
import { measuredCar, type Car, type Garage, type Kept, type SessionRecord } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { ask, type Job } from "../../jobs/pool";
import type { Calibrated } from "../../jobs/log";
import { todayIn } from "../../jobs/store";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";
import { Learnt } from "./Learnt";
import { readingsOf } from "./readings";
import { chargeText, plural, whenText } from "./words";
import type { ViewProps } from "./view";

/** What is being worked out, or came out. */
type State =
  | { readonly kind: "none" }
  | { readonly kind: "working"; readonly share: number; stop(): void }
  | { readonly kind: "failed"; readonly message: string }
  | { readonly kind: "done"; readonly calibrated: Calibrated; readonly sessions: number };

/** What one's own sessions tell of the car: estimated from those that are ticked, offered as an update, taken back with undo. */
export default function CarView(props: ViewProps) {
  const { garage, kept } = props;
  const usable = (carId: string) =>
    kept.filter(({ spec }) => spec.carId === carId && spec.plan !== null && spec.end !== null);
  const [carId, setCarId] = useState(
    () => [...garage.cars].sort((a, b) => usable(b.id).length - usable(a.id).length)[0]?.id ?? "",
  );
  const car = garage.cars.find(({ id }) => id === carId);
  if (!car)
    return (
      <p className="quiet">
        No car to measure yet. <Link to="/garage">Add it in the Garage</Link>.
      </p>
    );
  return (
    <>
      <div className="session-pick">
        <Select
          says="Car"
          value={carId}
          options={garage.cars.map(({ id, spec }) => ({ value: id, text: spec.name }))}
          onChange={setCarId}
        />
      </div>
      <OfCar key={carId} {...props} car={car} sessions={usable(carId)} />
    </>
  );
}

interface OfCarProps extends ViewProps {
  readonly car: Kept<Car>;
  readonly sessions: readonly Kept<SessionRecord>[];
}

function OfCar(props: OfCarProps) {
  const { garage, car, sessions } = props;
  const zone = garage.household.spec.timeZone;
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [state, setState] = useState<State>({ kind: "none" });
  const chosen = sessions.filter(({ id }) => !left.has(id));
  const estimate = async () => {
    let job: Job<Calibrated> | undefined;
    let stopped = false;
    const stop = () => {
      stopped = true;
      job?.leave();
      setState({ kind: "none" });
    };
    setState({ kind: "working", share: 0, stop });
    try {
      const filed = await Promise.all(
        chosen.map(async (row) => ({
          spec: withCar(row.spec, car.spec),
          samples: await readingsOf(garage.household.id, row),
        })),
      );
      if (stopped) return;
      job = ask("calibrated", [filed, car.spec.battery.usableWh], {
        key: "calibrated",
        progress: (share) => setState({ kind: "working", share, stop }),
      });
      const calibrated = await job.result;
      if (calibrated && !stopped) setState({ kind: "done", calibrated, sessions: chosen.length });
    } catch (error) {
      if (!stopped) setState({ kind: "failed", message: (error as Error).message });
    }
  };
  return (
    <>
      <div className="answer">
        <p className="verdict" role="status">
          <Verdict state={state} car={car.spec} count={sessions.length} />
        </p>
        <p>
          {state.kind === "working" ? (
            <Button quiet onClick={state.stop}>
              Stop
            </Button>
          ) : (
            <Button disabled={chosen.length === 0} asks={estimate}>
              {state.kind === "done" ? "Estimate anew" : `Estimate from ${plural(chosen.length, "session")}`}
            </Button>
          )}
        </p>
      </div>
      {state.kind === "done" && !("refused" in state.calibrated.found) && (
        <Learnt
          garage={garage}
          car={car}
          calibrated={state.calibrated}
          onTake={() =>
            takeOver(
              garage,
              car,
              state,
              chosen.some(({ spec }) => spec.plan?.evse.kind === "rapid"),
            )
          }
        />
      )}
      {state.kind === "done" && "refused" in state.calibrated.found && (
        <p className="quiet">{state.calibrated.found.refused}</p>
      )}
      <ChosenSessions
        name={car.spec.name}
        zone={zone}
        sessions={sessions}
        left={left}
        leftOut={state.kind === "done" ? state.calibrated.leftOut : []}
        onLeft={setLeft}
      />
    </>
  );
}

interface ChosenProps {
  readonly name: string;
  readonly zone: string;
  readonly sessions: readonly Kept<SessionRecord>[];
  /** Those that were taken out, by their ids; and those that left by themselves, with why. */
  readonly left: ReadonlySet<string>;
  readonly leftOut: Calibrated["leftOut"];
  onLeft(left: ReadonlySet<string>): void;
}

/** The sessions a car is estimated from, each to be left out. */
function ChosenSessions({ name, zone, sessions, left, leftOut, onLeft }: ChosenProps) {
  const why = (key: string) => leftOut.find((one) => one.key === key)?.why;
  return (
    <section className="view-panel" aria-label="Sessions it is estimated from">
      <h2>From these sessions</h2>
      {sessions.length === 0 && (
        <p>
          None of {name} this year says over which way it was charged.{" "}
          <Link to="/log/read">Read some in</Link>, or say it of one you have.
        </p>
      )}
      <ul className="chosen">
        {sessions.map(({ id, spec }) => (
          <li key={id}>
            <Tick
              checked={!left.has(id)}
              onChange={(on) => {
                const next = new Set(left);
                if (on) next.delete(id);
                else next.add(id);
                onLeft(next);
              }}
            >
              {whenText(spec.begin, zone)}: {spec.name}, {chargeText(spec)}
              {why(spec.key) !== undefined && <small>Left out: {why(spec.key)}</small>}
            </Tick>
          </li>
        ))}
      </ul>
      <p className="quiet">
        Sessions in which something was otherwise, a timer, heating, a shared post, are left out by themselves
        where it shows. Sessions at two currents tell most.
      </p>
    </section>
  );
}

/** A session as of the car as it is now: what its plan had of it then is what is to be measured anew. */
const withCar = (spec: SessionRecord, car: Car): SessionRecord =>
  spec.plan ? { ...spec, plan: { ...spec.plan, car } } : spec;

function Verdict({
  state,
  car,
  count,
}: {
  readonly state: State;
  readonly car: Car;
  readonly count: number;
}) {
  if (state.kind === "working") return <>Estimating, {Math.round(100 * state.share)} %…</>;
  if (state.kind === "failed") return <>This could not be worked out: {state.message}</>;
  if (state.kind === "none")
    return (
      <>
        <b>What is {car.name} really like?</b> {plural(count, "session")} can say, nothing is changed before
        you have seen it.
      </>
    );
  const { found, economy } = state.calibrated;
  if ("refused" in found) return <b>These sessions cannot say.</b>;
  const told = found.estimates.filter((one) => one.told);
  return told.length === 0 && "refused" in economy ? (
    <b>These sessions cannot say: nothing of it is surer than before.</b>
  ) : found.better ? (
    <>
      <b>
        {told.length} of {found.estimates.length} figures are told by these sessions
      </b>
      , and they foretell sessions they were not fitted to better than before.
    </>
  ) : (
    <b>The figures there are foretell these sessions as well as any: nothing to change.</b>
  );
}

/** Puts what was told into the garage, and says how it is taken back. */
async function takeOver(
  garage: Garage,
  car: Kept<Car>,
  { calibrated, sessions }: Extract<State, { kind: "done" }>,
  rapid: boolean,
): Promise<void> {
  const { keep } = useGarage.getState();
  const { found, economy } = calibrated;
  if ("refused" in found) return;
  const told = found.estimates.filter((one) => one.told);
  const spec = measuredCar(
    car.spec,
    { estimates: told, economy: "refused" in economy ? null : economy, sessions, on: todayIn(garage) },
    rapid,
  );
  const kept = await keep("cars", { ...car, spec });
  const back: (() => Promise<unknown>)[] = [() => keep("cars", { ...kept, spec: car.spec })];
  const ohms = told.find(({ id }) => id === "resistance")?.value;
  const { outlet, lead } = found.way;
  const leadRow = lead === null ? undefined : garage.leads.find((one) => one.spec.name === lead);
  const outletRow = lead === null ? garage.outlets.find((one) => one.spec.name === outlet) : undefined;
  if (ohms !== undefined && leadRow) {
    const row = await keep("leads", {
      ...leadRow,
      spec: {
        ...leadRow.spec,
        resistance: { by: "loop", loopOhms: Math.max(2, Math.round(2000 * ohms)) / 1000 },
      },
    });
    back.push(() => keep("leads", { ...row, spec: leadRow.spec }));
  } else if (ohms !== undefined && outletRow) {
    const row = await keep("outlets", {
      ...outletRow,
      spec: {
        ...outletRow.spec,
        circuit: { ...outletRow.spec.circuit, measuredOhms: Math.max(1, Math.round(1000 * ohms)) / 1000 },
      },
    });
    back.push(() => keep("outlets", { ...row, spec: outletRow.spec }));
  }
  sayDone(`${car.spec.name} is kept as measured.`, {
    label: "Undo",
    run: () => void Promise.all(back.map((undo) => undo())).catch(sayTrouble),
  });
}
