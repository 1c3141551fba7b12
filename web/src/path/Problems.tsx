import { acceptedRange, type FieldProblem } from "@kettleback/core";

const FIELD_WORDS: Record<string, string> = {
  "session.fromSoc": "Charge at the start",
  "session.toSoc": "Target charge",
  "session.pluggedInAt": "Plugged in at",
  "session.neededBy": "Needed by",
  "session.batteryC": "Battery temperature",
  "session.heatingW": "Heating",
  stayHours: "Own stay",
  dayKm: "A day's drive",
};

const SHARES = new Set(["session.fromSoc", "session.toSoc"]);

/** The screen speaks per cent where the document speaks shares. */
const inScreenWords = ({ field, message, accepts }: FieldProblem): string =>
  `${FIELD_WORDS[field] ?? field}: ${accepts && SHARES.has(field) ? acceptedRange(accepts.min * 100, accepts.max * 100, "%") : message}`;

/** What is wrong with what was typed, field by field, in the screen's own words. */
export function Problems({ problems }: { readonly problems: readonly FieldProblem[] }) {
  return (
    <div role="alert">
      <ul className="problems">
        {problems.map((p) => (
          <li key={p.field}>{inScreenWords(p)}</li>
        ))}
      </ul>
    </div>
  );
}
