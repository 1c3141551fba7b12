import type { LinkKind, Row } from "@kettleback/core";

/** Widest lane of each current in a line-up (A): every miniature of it is drawn to one scale. */
export interface Scale {
  readonly ac: number;
  readonly dc: number;
}

/** One link of a miniature: its lanes as thick as their ceiling, and whether it is the narrowest. */
export interface MiniLink {
  readonly kind: LinkKind;
  readonly phases: number;
  /** Share of the scale, 0–1. */
  readonly thick: number;
  readonly narrowest: boolean;
}

/** A row's path in small. */
export interface Miniature {
  readonly links: readonly MiniLink[];
  readonly phases: number;
  /** What flows, as a share of the scale. */
  readonly flow: number;
}

const shown = (kind: LinkKind, narrowest: boolean): boolean =>
  kind !== "inlet" && (kind !== "battery" || narrowest);

/** Amps by which a row's widest lane is measured; links that are wide open do not count. */
const widest = ({ solution: { moment, circuit } }: Row): number =>
  Math.max(
    moment.amps,
    ...circuit.links
      .filter(({ kind }) => kind !== "inlet" && kind !== "battery")
      .map((link) => link.ampsOn[moment.flow.way.phases])
      .filter(Number.isFinite),
  );

/** The scale of a line-up: its widest lane of each current. */
export function scaleOf(rows: readonly Row[]): Scale {
  const of = (current: "AC" | "DC") =>
    Math.max(1, ...rows.filter((row) => row.solution.circuit.current === current).map(widest));
  return { ac: of("AC"), dc: of("DC") };
}

/** A row's path as its miniature. */
export function miniatureOf(row: Row, scale: Scale): Miniature {
  const { circuit, moment } = row.solution;
  const full = circuit.current === "AC" ? scale.ac : scale.dc;
  const { phases } = moment.flow.way;
  const links = circuit.links.flatMap((link, i): MiniLink[] => {
    const narrowest = i === moment.binding;
    if (!shown(link.kind, narrowest)) return [];
    const amps = link.kind === "battery" ? moment.amps : link.ampsOn[phases];
    return [
      {
        kind: link.kind,
        phases: link.kind === "battery" ? phases : Math.min(3, Math.max(1, link.phases)),
        thick: Math.min(1, Math.min(amps || link.ampsOn[1], full) / full),
        narrowest,
      },
    ];
  });
  return { links, phases, flow: Math.min(1, row.amps / full) };
}
