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

/** Phases and amps a phase, where they are printed as such: 3×16 A. */
export interface Rating {
  readonly phases: number;
  readonly amps: number;
}

/** A harmonised code: one letter, two digits, then letters and digits, and a dash with one letter (F, K, R, U). */
const FAMILY = /\b([A-Z]\d{2}[A-Z][A-Z0-9]*(?:-[A-Z](?![A-Z]))?)/;
/** Phases × amps: 3x16A, 1 × 32 A. Not AWG, not a longer word. */
const RATED = /(?<![\d.,])([1-3])\s*[x×*]\s*(\d{1,3})\s*A(?:mps?)?(?![A-Za-z])/gi;
/** A number of AWG cores: 3x16AWG, 3C16AWG, AWG 3x10. Its size is no area in mm². */
const AWG = /\d{1,2}\s*[x×*GC]\s*\d{1,2}\s*AWG|AWG\s*\d{1,2}\s*[x×*/]\s*\d{1,2}/gi;
/** Amps that stand by themselves: 20 A. */
const BARE = /(?<![\d.,])(?<![x×*]\s*)(\d{1,3}(?:[.,]\d)?)\s*A(?:mps?)?(?![A-Za-z])/gi;
/** Cores, G or a times sign, area: 5G6, 3x2,5, 5 × 2.5. */
const GROUP = /(?<![\d.,])(\d{1,2})\s*([GgXx×*])\s*(\d{1,3}(?:[.,]\d{1,2})?)(?![\d.,]*\d)/g;
const MOST_CORES = 12;
const AREAS = [0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35];
const LONGEST = 200;

/**
 * Phases and amps that are printed as such, where they are said once and the same. Never throws.
 * @example readRating("3x16A") // { phases: 3, amps: 16 }
 */
export function readRating(text: string): Rating | undefined {
  const said = [...text.slice(0, LONGEST).matchAll(RATED)].map(([, phases, amps]) => ({
    phases: Number(phases),
    amps: Number(amps),
  }));
  const [first] = said;
  return first && first.amps >= 6 && said.every((s) => s.phases === first.phases && s.amps === first.amps)
    ? first
    : undefined;
}

/**
 * Amps that are printed by themselves, the least where several are. Never throws.
 * @example readAmps("16 A") // 16
 */
export function readAmps(text: string): number | undefined {
  const said = [...text.slice(0, LONGEST).replace(RATED, " ").matchAll(BARE)].map(([, amps]) =>
    Number(amps!.replace(",", ".")),
  );
  const flows = said.filter((amps) => amps >= 6);
  return flows.length > 0 ? Math.min(...flows) : undefined;
}

/**
 * Reads a marking such as `H07BZ5-F 5G6 + 1×0.5`, `3G2.5` or `5x2,5 mm² 3×16 A`. Never throws; returns undefined for a
 * text in which no power group of a known size stands. Amps and AWG sizes are never taken for areas.
 * @example readMarking("3G2.5")?.cores // 3
 */
export function readMarking(text: string): Marking | undefined {
  const line = text.slice(0, LONGEST).trim();
  const family = FAMILY.exec(line)?.[1];
  // What is a family's own letters, a rating or an AWG size must not be read as a group.
  const rest = (family ? line.replace(family, " ") : line).replace(RATED, " ").replace(AWG, " ");
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
