import { cautionsFor, pathOf, type Caution, type Plan, type Severity } from "@kettleback/core";
import type { Draft } from "../state/draft";

const SEVERITY_WORDS: Record<Severity, string> = { stop: "Stop", careful: "Careful", note: "Note" };

interface Props {
  readonly plan: Plan;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

/** What to beware of, worst first. A stop cannot be closed; it can only be acknowledged, and then still stands. */
export function Cautions({ plan, draft, onChange }: Props) {
  const cautions = cautionsFor(pathOf(plan), plan.session);
  return (
    <section className="cautions" aria-label="Cautions">
      <h2>Cautions</h2>
      {cautions.length === 0 && <p className="quiet">Nothing here speaks against this path.</p>}
      <ul>
        {cautions.map((caution) => (
          <CautionItem
            key={caution.code}
            caution={caution}
            acknowledged={draft.acknowledged.includes(caution.code)}
            onAcknowledge={(on) =>
              onChange({
                ...draft,
                acknowledged: on
                  ? [...draft.acknowledged, caution.code]
                  : draft.acknowledged.filter((code) => code !== caution.code),
              })
            }
          />
        ))}
      </ul>
      <p className="quiet">
        Kettleback does not replace a licensed electrician or your local code: they decide.
      </p>
    </section>
  );
}

interface ItemProps {
  readonly caution: Caution;
  readonly acknowledged: boolean;
  onAcknowledge(on: boolean): void;
}

function CautionItem({
  caution: { code, severity, what, why, todo },
  acknowledged,
  onAcknowledge,
}: ItemProps) {
  return (
    <li className={`caution ${severity}${acknowledged ? " acknowledged" : ""}`}>
      {/* Opened or not, a stop shows all it has to say. */}
      <details open={severity === "stop" && !acknowledged}>
        <summary>
          <span className="badge-word">{SEVERITY_WORDS[severity]}</span> {what}
        </summary>
        <p>{why}</p>
        <p>
          <strong>{todo}</strong>
        </p>
        <label>
          <input
            type="checkbox"
            checked={acknowledged}
            onChange={(e) => onAcknowledge(e.target.checked)}
            aria-label={`Acknowledge ${code}`}
          />{" "}
          I know; keep it with this path
        </label>
      </details>
    </li>
  );
}
