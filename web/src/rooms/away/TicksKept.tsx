import { useEffect, useState } from "react";
import { Link } from "react-router-dom";
import type { Garage } from "@kettleback/core";
import { useSessions } from "../../stores/sessions";
import { keptTicks } from "./keptTicks";

/** How long after the last tick it is sent, and tried again where the server did not answer (ms). */
const SENT_AFTER = 800;
const AGAIN_AFTER = 15_000;

type Ticks = Readonly<Record<string, number>>;
/** Ticks are kept on this device at once, and with the session that is going on as soon as the server can be reached. */
export function TicksKept({ garage, ticks }: { readonly garage: Garage; readonly ticks: Ticks }) {
  const household = garage.household.id;
  const { rows, load, householdId } = useSessions();
  const [turn, setTurn] = useState(0);
  const going = householdId === household ? rows.find(({ spec }) => spec.end === null) : undefined;
  const [seen, setSeen] = useState<ReadonlySet<string>>(() => new Set(Object.keys(ticks)));
  if (Object.keys(ticks).some((step) => !seen.has(step))) setSeen(new Set([...seen, ...Object.keys(ticks)]));
  const wanted = JSON.stringify(going ? keptTicks(going.spec, ticks, seen) : []);
  const kept = JSON.stringify(going?.spec.ticks ?? []);
  useEffect(() => {
    if (householdId !== household)
      void load(household).catch(() => setTimeout(() => setTurn((n) => n + 1), AGAIN_AFTER));
  }, [householdId, household, load, turn]);
  useEffect(() => {
    if (!going || wanted === kept) return;
    const again = () => setTurn((n) => n + 1);
    const send = () =>
      useSessions
        .getState()
        .change(household, {
          ...going,
          spec: { ...going.spec, ticks: JSON.parse(wanted) as ReturnType<typeof keptTicks> },
        })
        // Not reached, or somebody else changed it: what is there is looked at again before it is sent again.
        .catch(() => {
          timer = setTimeout(
            () =>
              void load(household)
                .catch(() => undefined)
                .then(again),
            AGAIN_AFTER,
          );
        });
    let timer = setTimeout(() => void send(), SENT_AFTER);
    window.addEventListener("online", again);
    return () => {
      clearTimeout(timer);
      window.removeEventListener("online", again);
    };
  }, [going, wanted, kept, household, load, turn]);
  if (Object.keys(ticks).length === 0) return null;
  return (
    <p className="quiet" role="status">
      {going ? (
        wanted === kept ? (
          `What is ticked is kept with the session “${going.spec.name}”.`
        ) : (
          `What is ticked is kept on this device; it goes to the session “${going.spec.name}” once the server answers.`
        )
      ) : (
        <>
          What is ticked is kept on this device. To keep it with a session, start one on the{" "}
          <Link to="/path">Path</Link>.
        </>
      )}
    </p>
  );
}
