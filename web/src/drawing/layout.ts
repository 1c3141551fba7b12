import type { FlowingLink, OperatingPoint, PowerBalance } from "@kettleback/core";

/**
 * Geometry of the conductor drawing, in two axes that do not care which way the drawing lies: `along` runs from
 * supply to battery, `across` over the lanes. A lane is as thick as its ampere ceiling, the flow as its amps.
 */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** One lane of one link: where it lies and how thick its ceiling is; `live` when current flows in it. */
export interface LaneBar extends Stretch {
  readonly lane: number;
  readonly mid: number;
  readonly thick: number;
  readonly live: boolean;
}

export interface LinkBox extends Stretch {
  readonly link: FlowingLink;
  readonly index: number;
  readonly bars: readonly LaneBar[];
  readonly binding: boolean;
  readonly runnerUp: boolean;
  /** What is lost in this link at full flow (W), and the thickness of the branch by which it leaves. */
  readonly lossW: number;
  readonly lossThick: number;
}

export interface Drawing {
  readonly supply: Stretch;
  readonly links: readonly LinkBox[];
  readonly battery: Stretch;
  readonly flow: readonly { readonly lane: number; readonly mid: number; readonly thick: number }[];
  /** Extent of all lanes, across. */
  readonly across: Stretch;
}

export interface Extent {
  readonly length: number;
  readonly breadth: number;
  readonly supply: number;
  readonly battery: number;
}

const THICKEST = { 1: 46, 2: 36, 3: 34 } as const;
const THINNEST = 3;

/** Lanes a link has on this drawing, live or empty. A battery has none of its own. */
const phasesShown = (link: FlowingLink, used: number): number =>
  link.kind === "battery" ? used : Math.min(3, Math.max(1, link.phases));

/** The links that are drawn, with their place in the path. The battery is the cell at the end, unless it binds. */
const drawnLinks = (point: OperatingPoint): { link: FlowingLink; index: number }[] =>
  point.links
    .map((link, index) => ({ link, index }))
    .filter(({ link, index }) => link.kind !== "battery" || index === point.binding);

/** Amps a lane of the link could carry: on the lanes in use, or on all of its own where it has more. */
const phaseAmps = (link: FlowingLink, used: number): number =>
  link.ceilingAmps || link.ampsOn[Math.max(used, link.phases) as 1 | 2 | 3] || 0;

/** Where each watt leaves: heat in every link, the unit's own draw, and conversion in the onboard charger. */
const lossIn = (link: FlowingLink, flow: PowerBalance): number =>
  link.lossW + (link.kind === "charger" ? flow.conversion : link.kind === "evse" ? flow.evse : 0);

/** How many links are drawn. */
export const linksDrawn = (point: OperatingPoint): number => drawnLinks(point).length;

/** How many lanes the drawing has side by side, live or empty. */
export const lanesDrawn = (point: OperatingPoint): 1 | 2 | 3 =>
  Math.max(...drawnLinks(point).map(({ link }) => phasesShown(link, point.phases))) as 1 | 2 | 3;

/** Lays the path out; all lengths in pixels. */
export function layOut(
  point: OperatingPoint,
  atFlow: PowerBalance,
  { length, breadth, supply, battery }: Extent,
): Drawing {
  const shown = drawnLinks(point);
  const phases = lanesDrawn(point);
  const pitch = breadth / phases;
  const thickest = Math.min(THICKEST[phases], pitch - 8);
  // The inlet's contacts are rated far above the rest; letting them set the scale would thin everything else.
  const most = Math.max(
    ...point.links
      .filter((l) => l.kind !== "inlet" && l.kind !== "battery")
      .map((l) => phaseAmps(l, point.phases)),
    point.amps,
  );
  const thickness = (amps: number) => (thickest * Math.min(amps, most)) / most;
  const mid = (lane: number) => pitch * (lane + 0.5);
  const step = (length - supply - battery) / shown.length;
  const mostLoss = Math.max(1, ...point.links.map((l) => lossIn(l, atFlow)));

  const links = shown.map(({ link, index }, place): LinkBox => {
    const from = supply + place * step;
    const to = from + step;
    const lossW = lossIn(link, atFlow);
    return {
      link,
      index,
      from,
      to,
      bars: Array.from({ length: phasesShown(link, point.phases) }, (_, lane) => ({
        lane,
        from,
        to,
        mid: mid(lane),
        thick: Math.max(THINNEST, thickness(phaseAmps(link, point.phases))),
        live: lane < point.phases,
      })),
      binding: index === point.binding,
      runnerUp: index === point.runnerUp,
      lossW,
      lossThick: lossW < 0.5 ? 0 : 1 + 9 * Math.sqrt(lossW / mostLoss),
    };
  });
  return {
    supply: { from: 0, to: supply },
    links,
    battery: { from: length - battery, to: length },
    flow: Array.from({ length: point.phases }, (_, lane) => ({
      lane,
      mid: mid(lane),
      thick: Math.max(THINNEST, thickness(point.amps)),
    })),
    across: { from: 0, to: breadth },
  };
}

const TAPER = 9;

/**
 * Outline of one lane along the links that have it, as closed polygons in (along, across): thickness changes over
 * a short taper at each joint. A lane that some link in the middle lacks comes out in several pieces.
 */
export function laneOutlines(links: readonly LinkBox[], lane: number): [number, number][][] {
  const runs: LaneBar[][] = [];
  let open: LaneBar[] | undefined;
  for (const box of links) {
    const bar = box.bars.find((b) => b.lane === lane);
    if (!bar) open = undefined;
    else if (open) open.push(bar);
    else runs.push((open = [bar]));
  }
  return runs.map((run) => {
    const side = (sign: 1 | -1) =>
      run.flatMap((bar, i): [number, number][] => [
        [bar.from + (i > 0 ? TAPER : 2), bar.mid + (sign * bar.thick) / 2],
        [bar.to - (i < run.length - 1 ? TAPER : 2), bar.mid + (sign * bar.thick) / 2],
      ]);
    return [...side(-1), ...side(1).reverse()];
  });
}
