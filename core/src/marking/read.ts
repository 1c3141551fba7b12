/** What a cable's printed marking says, and no more. */
export interface Marking {
  /** Cores in the power group, earth included where there is one. */
  readonly cores: number;
  /** True for G, false for an upper-case X in a harmonised code; undefined where a times sign says nothing of it. */
  readonly earth: boolean | undefined;
  readonly areaMm2: number;
  /** Thinner cores named after a plus: control, not power. */
  readonly controlCores: number;
  /** The harmonised code before it, such as H07BZ5-F. */
  readonly family: string | undefined;
}

const FAMILY = /\b([A-Z]\d{2}[A-Z0-9]+(?:-[A-Z0-9]+)?)\b/;
/** Cores, G or a times sign, area: 5G6, 3x2,5, 5 × 2.5. */
const GROUP = /(\d{1,2})\s*([GgXx×*])\s*(\d{1,3}(?:[.,]\d{1,2})?)(?![\d])/g;
const MOST_CORES = 12;
const AREAS = [0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35];

/**
 * Reads a marking such as `H07BZ5-F 5G6 + 1×0.5`, `3G2.5` or `5x2,5 mm²`. Never throws; returns undefined for a text
 * in which no power group of a known size stands.
 */
export function readMarking(text: string): Marking | undefined {
  const line = text.slice(0, 200).trim();
  const family = FAMILY.exec(line)?.[1];
  // The family's own letters and digits must not be read as a group.
  const rest = family ? line.replace(family, " ") : line;
  const groups = [...rest.matchAll(GROUP)].map(([, cores, sign, area]) => ({
    cores: Number(cores),
    sign: sign!,
    area: Number(area!.replace(",", ".")),
  }));
  const sized = groups.filter((g) => g.cores >= 1 && g.cores <= MOST_CORES && AREAS.includes(g.area));
  const power = sized.reduce<(typeof sized)[number] | undefined>(
    (most, g) => (!most || g.area > most.area ? g : most),
    undefined,
  );
  if (!power || power.cores < 2 || power.area < 0.75) return undefined;
  const controlCores = sized
    .filter((g) => g !== power && g.area < power.area)
    .reduce((sum, g) => sum + g.cores, 0);
  const earth = power.sign.toUpperCase() === "G" ? true : power.sign === "X" && family ? false : undefined;
  return { cores: power.cores, earth, areaMm2: power.area, controlCores, family };
}
