import { useState } from "react";
import {
  isRefusal,
  MOST_WAYS,
  planOf,
  pathOf,
  compile,
  savedWayOfPath,
  startWays,
  SUPPLY_IDS,
  supplySystem,
  wayOfEntry,
  regionOf,
  worldOf,
  type Garage,
  type SavedWay,
  type SupplyId,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Dialog } from "../../controls/Dialog";
import { freshId, type LineupDraft } from "../../stores/lineup";
import { sayDone } from "../../stores/notices";
import { QuickWay } from "./QuickWay";
import styles from "./add-ways.module.scss";

interface Props {
  readonly garage: Garage;
  readonly draft: LineupDraft;
  onChange(draft: LineupDraft): void;
}

/** Ways are added from a start set, from saved paths, or described in place. */
export function AddWays({ garage, draft, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const carId = draft.cars.find((car) => typeof car === "string");
  const add = (ways: readonly SavedWay[]) => {
    const all = [...draft.ways];
    for (const way of ways) all.push({ ...way, id: freshId(all) });
    onChange({ ...draft, ways: all.slice(0, MOST_WAYS) });
    sayDone(ways.length === 1 ? `“${ways[0]!.name}” is added.` : `${ways.length} ways are added.`);
    setOpen(false);
  };
  const startOver = (system: SupplyId) => {
    const ways = startWays(garage, carId, system);
    onChange({ ...draft, ways, baseline: ways[0]?.id ?? null });
    sayDone(
      `The start set for ${supplySystem(system).name}: ${ways.length} ways. Undo brings back the ones before.`,
    );
    setOpen(false);
  };
  return (
    <>
      <Button quiet onClick={() => setOpen(true)}>
        Add ways…
      </Button>
      {open && (
        <Dialog title="Add ways to the line-up" className={styles.add} onClose={() => setOpen(false)}>
          <section>
            <h3>A whole start set</h3>
            <p className="quiet">
              In place of the ways there are now; made from your own parts where you have them.
            </p>
            <div className="choices">
              {SUPPLY_IDS.map((system) => (
                <Button key={system} quiet onClick={() => startOver(system)}>
                  {supplySystem(system).name}
                  {system === worldOf(garage) ? " (yours)" : ""}
                </Button>
              ))}
            </div>
          </section>
          {garage.paths.length > 0 && (
            <section>
              <h3>A saved path</h3>
              <div className="choices">
                {garage.paths.map(({ id, spec }) => {
                  const plan = planOf(garage, spec);
                  const sound = plan.ok && !isRefusal(compile(pathOf(plan.value)));
                  return (
                    <Button
                      key={id}
                      quiet
                      disabled={!plan.ok}
                      onClick={() => plan.ok && add([savedWayOfPath(garage, plan.value, "new")])}
                    >
                      {spec.name}
                      {sound ? "" : " (does not charge)"}
                    </Button>
                  );
                })}
              </div>
            </section>
          )}
          <section>
            <h3>One described here</h3>
            <QuickWay
              system={worldOf(garage)}
              region={regionOf(garage.household.spec)}
              onAdd={(entry, system) => add([wayOfEntry(garage, carId, entry, system)])}
            />
          </section>
        </Dialog>
      )}
    </>
  );
}
