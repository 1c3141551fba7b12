import { shareText } from "./words";
import { decimals } from "../../format/number";
import type { ExplainedSession } from "../../jobs/log";

interface Props {
  readonly explained: Extract<ExplainedSession, { ok: true }>;
  readonly shown: number;
  onShow(i: number): void;
}

/** What may have been different, the likeliest first, each with its share and what to look at next. */
export function Causes({ explained, shown, onShow }: Props) {
  const { explanations, computedResidual } = explained;
  return (
    <section className="view-panel" aria-label="What may explain it">
      <h2>What may explain it</h2>
      <ol className="causes">
        {explanations.slice(0, 6).map(({ codes, name, likelihood, says, check, residual }, i) => (
          <li key={codes.join()} className={i === shown ? "shown" : ""}>
            <button type="button" className="cause" aria-pressed={i === shown} onClick={() => onShow(i)}>
              <span className="bar" aria-hidden="true">
                <i style={{ "--share": likelihood } as React.CSSProperties} />
              </span>
              <b>{name}</b> <span>{likelihood < 0.01 ? "below 1 %" : shareText(likelihood)}</span>
            </button>
            {i === shown && (
              <p>
                {says} {codes[0] !== "as-computed" && <span className="quiet">{check}</span>}{" "}
                <small className="quiet">
                  Readings are off by {decimals(residual, 1)} of their own error with it, by{" "}
                  {decimals(computedResidual, 1)} as computed.
                </small>
              </p>
            )}
          </li>
        ))}
      </ol>
      <p className="quiet">
        Each is the same path reckoned again with that one thing changed, weighed by the errors instruments
        have and by how common it is.
      </p>
    </section>
  );
}
