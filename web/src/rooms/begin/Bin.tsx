import { useCallback, useEffect, useState } from "react";
import { DateTime } from "luxon";
import { KINDS } from "@kettleback/core";
import { api, type Binned } from "../../api/client";
import { Button } from "../../controls/Button";
import { dateText, timeText } from "../../format/manner";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";

/** What was deleted in the last thirty days, by anybody, on any device; each can be put back. */
export function Bin() {
  const [binned, setBinned] = useState<readonly Binned[] | null>(null);
  const { households, load } = useGarage();
  const look = useCallback(() => void api.bin().then(setBinned, sayTrouble), []);
  // A household that goes or comes back changes what is in the bin.
  useEffect(look, [look, households]);
  if (!binned) return null;
  const houseOf = (id: string) => households.find((house) => house.id === id)?.spec.name;
  const putBack = async (thing: Binned) => {
    try {
      await api.putBack(thing);
      await load();
      sayDone(`${thing.name} is put back.`);
    } catch (error) {
      sayTrouble(error);
    }
    look();
  };
  return (
    <section aria-label="Bin">
      <h2>Bin</h2>
      <p className="quiet">What was deleted stays here for 30 days.</p>
      {binned.length === 0 && <p>It is empty.</p>}
      <ul>
        {binned.map((thing) => {
          const at = DateTime.fromISO(thing.deletedAt);
          return (
            <li key={`${thing.kind} ${thing.id}`}>
              <span>
                {thing.name}
                {thing.kind === null
                  ? ", a household with all it keeps"
                  : `, ${KINDS[thing.kind].one} of ${houseOf(thing.household) ?? "another household"}`}
                : deleted {dateText(at)}, {timeText(at)}
              </span>
              <Button quiet aria-label={`Put back ${thing.name}`} asks={() => putBack(thing)}>
                Put back
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
