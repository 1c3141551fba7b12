import { BRIEF_CAUTION, briefOf, briefText } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { saveAs } from "../../controls/DocumentFile";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { timesIn } from "../../format/manner";
import type { ViewProps } from "./view";
import { chosenWay } from "./words";

/** What to take to the electrician: one printed page, an open file, and the owner's own list with its ticks. */
export default function BriefView({ answer, asked, draft, garage, onChange, stale }: ViewProps) {
  if (!answer) return <div className="view-waiting" />;
  const way = chosenWay(answer, draft.chosen);
  const parts = briefOf(asked, answer, way);
  const lines = parts.flatMap((part) => part.lines.flatMap(({ id }) => id ?? []));
  const done = lines.filter((id) => draft.ticks.includes(id)).length;
  const name = `A car for ${garage.household.spec.name}`;
  const tick = (id: string, on: boolean) =>
    onChange({ ...draft, ticks: on ? [...draft.ticks, id] : draft.ticks.filter((one) => one !== id) });
  return (
    <div className={`brief ${stale ? "older" : ""}`}>
      <div className="answer">
        <p className="verdict" role="status">
          <b>The brief for {timesIn(way.name).replace(/^./, (c) => c.toLowerCase())}</b>: {done} of{" "}
          {lines.length} things done.
        </p>
        <p className="presses">
          <Button onClick={() => window.print()}>Print it</Button>
          <Button
            quiet
            onClick={() =>
              saveAs("kettleback-brief.md", briefText(name, parts, draft.ticks), "text/markdown")
            }
          >
            Save it as text
          </Button>
          <Select
            says="For"
            value={way.id}
            onChange={(chosen) => onChange({ ...draft, chosen })}
            options={answer.ways
              .filter(({ fit }) => fit !== "no")
              .map((one) => ({ value: one.id, text: timesIn(one.name) }))}
          />
        </p>
      </div>
      <article className="view-panel paper" aria-label="The brief">
        <h2>{name}</h2>
        <p className="room-caution">{BRIEF_CAUTION}</p>
        <div className="brief-parts">
          {parts.map(({ title, lines: of }) => (
            <section key={title} aria-label={title}>
              <h3>{title}</h3>
              <ul className={of.some(({ id }) => id !== null) ? "ticks" : ""}>
                {of.map(({ id, text }) => (
                  <li key={text}>
                    {id === null ? (
                      timesIn(text)
                    ) : (
                      <Tick checked={draft.ticks.includes(id)} onChange={(on) => tick(id, on)}>
                        {text}
                      </Tick>
                    )}
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </div>
      </article>
    </div>
  );
}
