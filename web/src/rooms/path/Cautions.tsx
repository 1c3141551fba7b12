import { inWords, type Caution, type Severity, type WayOut } from "@kettleback/core";
import { Tick } from "../../controls/Tick";
import { usualText } from "../../plan/money";
import type { Draft } from "../../stores/draft";
import { useWorld } from "../../terms/useWorld";

const SEVERITY_WORDS: Record<Severity, string> = { stop: "Stop", careful: "Careful", note: "Note" };

interface Props {
  readonly cautions: readonly Caution[];
  readonly draft: Draft;
  /** In which the usual cost of a way out is told. */
  readonly currency: string;
  onChange(draft: Draft): void;
}

/** The stops of a path in one line each, at the head of the drawing: nobody plugs in without having passed them. */
export function Stops({
  cautions,
  acknowledged,
}: {
  readonly cautions: readonly Caution[];
  readonly acknowledged: readonly string[];
}) {
  const world = useWorld();
  const stops = cautions.filter((c) => c.severity === "stop");
  if (stops.length === 0) return null;
  return (
    <div role="alert">
      <ul className="stops">
        {stops.map(({ code, what, todo }) => (
          <li key={code}>
            <StopSign />
            <span>
              <strong>Stop. {inWords(what, world)}</strong>{" "}
              {acknowledged.includes(code) ? "(acknowledged)" : inWords(todo, world)}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

const StopSign = () => (
  <svg viewBox="0 0 20 20" width={20} height={20} aria-hidden="true" className="stop-sign">
    <polygon points="6,1 14,1 19,6 19,14 14,19 6,19 1,14 1,6" />
    <rect x={5} y={8.5} width={10} height={3} />
  </svg>
);

/** What to beware of, worst first. A stop cannot be closed; it can only be acknowledged, and then still stands. */
export function Cautions({ cautions, draft, currency, onChange }: Props) {
  return (
    <section className="cautions" aria-label="Cautions">
      <h2>Cautions</h2>
      {cautions.length === 0 && <p className="quiet">Nothing here speaks against this path.</p>}
      <ul>
        {cautions.map((caution) => (
          <CautionItem
            key={caution.code}
            caution={caution}
            currency={currency}
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
  readonly currency: string;
  readonly acknowledged: boolean;
  onAcknowledge(on: boolean): void;
}

function CautionItem({
  caution: { code, severity, what, why, todo, waysOut },
  currency,
  acknowledged,
  onAcknowledge,
}: ItemProps) {
  const world = useWorld();
  return (
    <li className={`caution ${severity}${acknowledged ? " acknowledged" : ""}`}>
      {/* Opened or not, a stop shows all it has to say. */}
      <details open={severity === "stop" && !acknowledged}>
        <summary>
          <span className="badge-word">{SEVERITY_WORDS[severity]}</span> {inWords(what, world)}
        </summary>
        <p>{inWords(why, world)}</p>
        <p>
          <strong>{inWords(todo, world)}</strong>
        </p>
        {waysOut && <WaysOut ways={waysOut} currency={currency} />}
        <Tick label={`Acknowledge ${code}`} checked={acknowledged} onChange={onAcknowledge}>
          I know; keep it with this path
        </Tick>
      </details>
    </li>
  );
}

interface WaysOutProps {
  readonly ways: readonly WayOut[];
  readonly currency: string;
}

/** How one gets out of it, and what that usually costs where the household lives. */
function WaysOut({ ways, currency }: WaysOutProps) {
  const world = useWorld();
  return (
    <ul className="ways-out" aria-label="Ways out">
      {ways.map(({ what, euros: [low, high] }) => (
        <li key={what}>
          {inWords(what, world)}: usually {usualText(low, currency)} to {usualText(high, currency)}.
        </li>
      ))}
    </ul>
  );
}
