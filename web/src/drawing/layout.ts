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
  /** It carries more than the scale shows: its edges are drawn broken. */
  readonly beyond: boolean;
}

export interface LinkBox extends Stretch {
  readonly link: FlowingLink;
  readonly index: number;
  readonly bars: readonly LaneBar[];
  readonly binding: boolean;
  readonly runnerUp: boolean;
  /** The next narrowest holds back no less than the narrowest does. */
  readonly tied: boolean;
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
  /** Amperes as which the thickest lane is drawn. */
  readonly scale: number;
  /** How thick an ampere is. */
  readonly perAmp: number;
}

export interface Extent {
  readonly length: number;
  readonly breadth: number;
  readonly supply: number;
  readonly battery: number;
}

const THICKEST = { 1: 46, 2: 36, 3: 34 } as const;
const THINNEST = 3;
/** Amperes of a lane of full thickness: the least that holds what is drawn, so that paths can be told apart by eye. */
const SCALES = { AC: [20, 40, 80], DC: [125, 250, 500] } as const;
/** Of the worst loss, thickness of the branch by which it leaves; the others are to its scale. */
const THICKEST_LOSS = 12;
/** Ceilings (W) nearer to each other than this share hold back the same. */
const TIED = 0.002;

/** Whether the next narrowest link holds back as much as the narrowest: mending one alone gains nothing. */
export const isTied = ({ links, binding, runnerUp }: OperatingPoint): boolean =>
  runnerUp !== binding && links[runnerUp]!.ceilingW <= links[binding]!.ceilingW * (1 + TIED);

/** The scale a path is drawn to. The inlet's contacts are rated far above the rest: they do not choose it. */
function scaleFor(point: OperatingPoint): number {
  const most = Math.max(
    point.amps,
    ...point.links
      .filter(({ kind }) => kind !== "inlet" && kind !== "battery")
      .map((link) => phaseAmps(link, point.phases)),
  );
  const scales = SCALES[point.current];
  return scales.find((scale) => scale >= most) ?? scales.at(-1)!;
}

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
  const scale = scaleFor(point);
  const thickness = (amps: number) => (thickest * Math.min(amps, scale)) / scale;
  const tied = isTied(point);
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
        beyond: phaseAmps(link, point.phases) > scale,
      })),
      binding: index === point.binding,
      runnerUp: index === point.runnerUp,
      tied: tied && index === point.runnerUp,
      lossW,
      lossThick: lossW < 0.5 ? 0 : Math.max(1, (THICKEST_LOSS * lossW) / mostLoss),
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
    scale,
    perAmp: thickest / scale,
  };
}

const TAPER = 9;
/** Steps of a broken edge along it, and how far it goes in and out. */
const TEETH = { along: 6, across: 2.5 } as const;

/** A lane's edge from one joint to the next: straight, or broken where the lane is wider than is drawn. */
function edgeOf(bar: LaneBar, from: number, to: number, sign: 1 | -1): [number, number][] {
  const across = bar.mid + (sign * bar.thick) / 2;
  const teeth = bar.beyond ? Math.max(1, Math.floor((to - from) / TEETH.along)) : 1;
  const between = Array.from({ length: teeth - 1 }, (_, i): [number, number] => [
    from + ((i + 1) * (to - from)) / teeth,
    across + (i % 2 === 0 ? -sign : sign) * TEETH.across,
  ]);
  return [[from, across], ...between, [to, across]];
}

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
      run.flatMap((bar, i) =>
        edgeOf(bar, bar.from + (i > 0 ? TAPER : 2), bar.to - (i < run.length - 1 ? TAPER : 2), sign),
      );
    return [...side(-1), ...side(1).reverse()];
  });
}
