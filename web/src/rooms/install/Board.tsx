import type { Method } from "@kettleback/core";
import { leftText, needText } from "./words";

interface Props {
  readonly method: Method;
  readonly mainAmps: number;
}

/** The share of a length that so many amps take, as a style. */
const share = (amps: number, of: number): React.CSSProperties => ({ width: `${(100 * amps) / of}%` });

/**
 * The board of a house on one axis of amperes: each load takes its width of the bus, what is left stays open. Past the main
 * it is hatched.
 */
export function Board({ method, mainAmps }: Props) {
  const { parts, leftAmps } = method;
  const needed = mainAmps - leftAmps;
  const axis = Math.max(mainAmps, needed);
  const before = parts.map((_, i) => parts.slice(0, i).reduce((sum, { amps }) => sum + amps, 0));
  const over = leftAmps < 0;
  return (
    <div className="board" role="list" aria-label={`The board: ${needText(needed)} of ${mainAmps} A taken`}>
      <div className="bus-row" role="listitem">
        <span className="bus-name">main, {mainAmps} A</span>
        <span className="bus" aria-hidden="true">
          <i className={over ? "main jaws" : "main"} style={share(mainAmps, axis)} />
        </span>
        <span className="bus-amps">{mainAmps} A</span>
      </div>
      {parts.map(({ name, amps, assumed }, i) => (
        <div className="bus-row" role="listitem" key={`${name} ${i}`}>
          <span className="bus-name">
            {name}
            {assumed && <small> assumed</small>}
          </span>
          <span className="bus" aria-hidden="true">
            <i className="ground" style={share(mainAmps, axis)} />
            <i className="taken" style={{ ...share(amps, axis), left: `${(100 * before[i]!) / axis}%` }} />
          </span>
          <span className="bus-amps">{needText(amps)}</span>
        </div>
      ))}
      <div className="bus-row left" role="listitem">
        <span className="bus-name">{over ? "too much already" : "left for a car"}</span>
        <span className="bus" aria-hidden="true">
          <i className="ground" style={share(mainAmps, axis)} />
          {over ? (
            <i className="over" style={{ ...share(-leftAmps, axis), left: `${(100 * mainAmps) / axis}%` }} />
          ) : (
            <i className="open" style={{ ...share(leftAmps, axis), left: `${(100 * needed) / axis}%` }} />
          )}
        </span>
        <span className="bus-amps">{over ? needText(-leftAmps) : leftText(leftAmps)}</span>
      </div>
    </div>
  );
}
