import { useCallback, useEffect, useRef, useState } from "react";
import { DateTime } from "luxon";
import { api, type Copy } from "../../api/client";
import { Button } from "../../controls/Button";
import { dateText, timeText } from "../../format/manner";
import { decimals } from "../../format/number";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";

/** The copies of the database: one a day it changes, seven kept; each can be put back, and that undone. */
export function Copies() {
  const [copies, setCopies] = useState<readonly Copy[] | null>(null);
  const [putting, setPutting] = useState<string | null>(null);
  /** The one that is asked about. */
  const [wanted, setWanted] = useState<string | null>(null);
  const asked = useRef(false);
  const { load } = useGarage();
  const fetchCopies = useCallback(() => void api.copies().then(setCopies, sayTrouble), []);
  useEffect(fetchCopies, [fetchCopies]);
  if (!copies) return null;
  const when = (copy: Copy) =>
    `${dateText(DateTime.fromISO(copy.madeAt))}, ${timeText(DateTime.fromISO(copy.madeAt))}`;
  const putBack = async (copy: Copy) => {
    // Busy at once, not with the next drawing: a double click is one wish.
    if (asked.current) return;
    asked.current = true;
    setPutting(copy.name);
    try {
      setCopies(await api.restoreCopy(copy.name));
      await load();
      sayDone(`All is as it was on ${when(copy)}. What was there until now is the newest copy.`);
    } catch (error) {
      sayTrouble(error);
    } finally {
      asked.current = false;
      setPutting(null);
      setWanted(null);
    }
  };
  return (
    <section aria-label="Copies">
      <h2>Copies</h2>
      <p className="quiet">
        One is made each day something changes, seven are kept. Putting one back makes a copy of what is there
        first.
      </p>
      {copies.length === 0 && <p>None yet.</p>}
      <ul>
        {copies.map((copy) => (
          <li key={copy.name}>
            <span>
              {when(copy)}
              {copy.name.startsWith("before") && ", before another was put back"},{" "}
              {decimals(copy.bytes / 1024, 0)} KiB
            </span>
            {wanted === copy.name && putting === null && (
              <p className="asks" role="alert">
                All households go back to {when(copy)}: what was entered since then is taken out. A copy of
                how it is now is kept here. <Button asks={() => putBack(copy)}>Put it back</Button>{" "}
                <Button quiet onClick={() => setWanted(null)}>
                  Leave it
                </Button>
              </p>
            )}
            <Button
              quiet
              aria-label={`Put back the copy of ${when(copy)}`}
              aria-busy={putting === copy.name}
              disabled={putting !== null}
              onClick={() => setWanted(copy.name)}
            >
              {putting === copy.name ? "Putting back…" : "Put back"}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
