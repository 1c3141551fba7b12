import { useState } from "react";
import { inWords, namesOf, outsideOf, spokenAs, TERM_IDS, TERMS } from "@kettleback/core";
import { TextInput } from "../../controls/TextInput";
import { useWorld } from "../../terms/useWorld";
import styles from "./words.module.scss";

/** All words of the trade that are used here, in the household's own order. */
export default function WordsScreen() {
  const world = useWorld();
  const [sought, setSought] = useState("");
  const words = TERM_IDS.map((id) => ({ id, ...TERMS[id], ...namesOf(id, world) })).sort((a, b) =>
    a.first.localeCompare(b.first),
  );
  const spoken = spokenAs(sought);
  const found = words.filter(
    ({ id, first, also, means }) =>
      spoken.includes(id) ||
      [first, ...also, means].join(" ").toLowerCase().includes(sought.trim().toLowerCase()),
  );
  const outside = outsideOf(sought);
  return (
    <section className={styles.room} aria-label="Words">
      <header>
        <h1>Words</h1>
        <p>
          What they mean here, with the number that goes with each.{" "}
          {world === "nec" ? "North American words come first." : "The words of the 230 V world come first."}
        </p>
        <TextInput says="Find" kind="search" value={sought} onChange={setSought} />
      </header>
      {outside && <p role="status">{outside}</p>}
      {found.length === 0 && !outside && (
        <p role="status">No such word here; try another, such as amps, plug or socket.</p>
      )}
      <dl>
        {found.map(({ id, first, also, means, number, source }) => (
          <div key={id}>
            <dt>
              {first} {also.length > 0 && <small>{also.join(", ")}</small>}
            </dt>
            <dd>
              {inWords(means, world)}
              <span className="number">{inWords(number, world)}</span>
              <small>{source}</small>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
