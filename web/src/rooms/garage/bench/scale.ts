/** One scale for everything on the bench (px): a thin thing looks thin. */
export const PX_PER_AMP = 0.75;
export const PX_PER_KWH = 1.15;
export const PX_PER_M = 6;

/** Every drawing is as wide, so that a small screen shrinks all of them alike. */
export const WIDTH = 480;

/** Longest and thickest that is drawn to scale; beyond it a drawing is broken off, and says so. */
const LONGEST = 230;
/** Thickest by lanes side by side, so that three of them stay on the bench. */
const THICKEST = { one: 46, several: 32 } as const;
const THINNEST = 2;
const GAP = 3;

/** A measure as it is drawn, and whether it had to be broken off. */
export interface Drawn {
  readonly px: number;
  readonly broken: boolean;
}

const drawn = (px: number, least: number, most: number): Drawn => ({
  px: Math.min(most, Math.max(least, px)),
  broken: px > most,
});

export const lengthOf = (metres: number): Drawn => drawn(metres * PX_PER_M, 10, LONGEST);
export const thicknessOf = (amps: number, phases = 1): Drawn =>
  drawn(amps * PX_PER_AMP, THINNEST, phases > 1 ? THICKEST.several : THICKEST.one);
export const batteryWidthOf = (wattHours: number): Drawn => drawn((wattHours / 1000) * PX_PER_KWH, 8, 170);

/** Height of lanes side by side (px). */
export const bandHeight = (phases: number, amps: number): number =>
  phases * thicknessOf(amps, phases).px + (phases - 1) * GAP;

/** Where the middle of each lane lies, about the middle of all. */
export function laneMiddles(phases: number, amps: number): number[] {
  const pitch = thicknessOf(amps, phases).px + GAP;
  return Array.from({ length: phases }, (_, i) => (i - (phases - 1) / 2) * pitch);
}
