import { KM_PER_MILE } from "../../trade/units";

/** What a claim may state. */
export type StatedKind =
  | "energy"
  | "power"
  | "amps"
  | "volts"
  | "phases"
  | "hours"
  | "fromSoc"
  | "toSoc"
  | "km"
  | "kmPerHour"
  | "whPerKm"
  | "powerAnHour"
  /** A battery told in kW. */
  | "packKw";

/** A figure of a claim, in our own units, and where it stands there. */
export interface Stated {
  readonly kind: StatedKind;
  /** kWh, kW, A, V, hours, shares of 1, km, km/h, Wh/km. */
  readonly value: number;
  readonly text: string;
}

const NUMBER = String.raw`(\d{1,3}(?:[ ,]\d{3})+(?:\.\d+)?|\d+(?:[.,]\d+)?)`;
const NOT_IN_WORD = "(?![\\p{L}\\d/])";

/** A figure as it is written: a comma is a decimal mark unless three digits follow it and more stand before. */
function valueOf(text: string): number {
  const compact = text.replaceAll(/(?<=\d)[ ,](?=\d{3}(\D|$))/g, (mark, _group: string, at: number) =>
    mark === "," && !/^\d{1,3}(,\d{3})+(\.\d+)?$/.test(text) && at > 0 ? "." : "",
  );
  return Number(compact.replace(",", "."));
}

interface Pattern {
  readonly find: RegExp;
  readonly kinds: readonly (readonly [StatedKind, factor: number])[];
}
const pattern = (source: string, ...kinds: Pattern["kinds"][number][]): Pattern => ({
  find: new RegExp(source, "iu"),
  kinds,
});

const HOUR = String.raw`(?:an?|per|each|every|/)\s*(?:h|hr|hour)`;
const KM = String.raw`(?:km|kms|kilomet(?:er|re)s?)`;
const MI = String.raw`(?:mi|miles?)`;
const OF_RANGE = String.raw`(?:\s*(?:of\s+)?(?:range|driving))?`;
const BATTERY_BEFORE = String.raw`(?:to|until|up to|–|-|—|→|and)`;

/** What is looked for, what says most first: a stretch once read is read no further. */
const PATTERNS: readonly Pattern[] = [
  pattern(String.raw`${NUMBER}\s*kwh\s*(?:/|per)\s*100\s*${KM}${NOT_IN_WORD}`, ["whPerKm", 10]),
  pattern(String.raw`${NUMBER}\s*wh\s*(?:/|per|an?)\s*${KM}${NOT_IN_WORD}`, ["whPerKm", 1]),
  pattern(String.raw`${NUMBER}\s*wh\s*(?:/|per|an?)\s*${MI}${NOT_IN_WORD}`, ["whPerKm", 1 / KM_PER_MILE]),
  pattern(String.raw`${NUMBER}\s*${KM}${OF_RANGE}\s*${HOUR}${NOT_IN_WORD}`, ["kmPerHour", 1]),
  pattern(String.raw`${NUMBER}\s*${MI}${OF_RANGE}\s*${HOUR}${NOT_IN_WORD}`, ["kmPerHour", KM_PER_MILE]),
  pattern(String.raw`${NUMBER}\s*mph${NOT_IN_WORD}`, ["kmPerHour", KM_PER_MILE]),
  pattern(String.raw`${NUMBER}\s*kw\s*${HOUR}${NOT_IN_WORD}`, ["powerAnHour", 1]),
  pattern(String.raw`${NUMBER}\s*kw\s*(?:battery|pack)${NOT_IN_WORD}`, ["packKw", 1]),
  pattern(String.raw`${NUMBER}\s*kwh\s*${HOUR}${NOT_IN_WORD}`, ["power", 1]),
  pattern(
    String.raw`${NUMBER}\s*%?\s*${BATTERY_BEFORE}\s*${NUMBER}\s*(?:%|per ?cent)`,
    ["fromSoc", 0.01],
    ["toSoc", 0.01],
  ),
  pattern(
    String.raw`${NUMBER}\s*[x×]\s*${NUMBER}\s*(?:a|amps?|amperes?)${NOT_IN_WORD}`,
    ["phases", 1],
    ["amps", 1],
  ),
  pattern(String.raw`${NUMBER}\s*kwh${NOT_IN_WORD}`, ["energy", 1]),
  pattern(String.raw`${NUMBER}\s*wh${NOT_IN_WORD}`, ["energy", 0.001]),
  pattern(String.raw`${NUMBER}\s*(?:kw|kilowatts?)${NOT_IN_WORD}`, ["power", 1]),
  pattern(String.raw`${NUMBER}\s*(?:w|watts?)${NOT_IN_WORD}`, ["power", 0.001]),
  pattern(String.raw`${NUMBER}\s*(?:a|amps?|amperes?)${NOT_IN_WORD}`, ["amps", 1]),
  pattern(String.raw`${NUMBER}\s*(?:v|volts?)${NOT_IN_WORD}`, ["volts", 1]),
  pattern(String.raw`${NUMBER}[\s-]*phases?${NOT_IN_WORD}`, ["phases", 1]),
  pattern(String.raw`${NUMBER}\s*(?:h|hrs?|hours?)${NOT_IN_WORD}`, ["hours", 1]),
  pattern(String.raw`${NUMBER}\s*(?:min|mins|minutes?)${NOT_IN_WORD}`, ["hours", 1 / 60]),
  pattern(String.raw`${NUMBER}\s*days?${NOT_IN_WORD}`, ["hours", 24]),
  pattern(String.raw`${NUMBER}\s*${KM}${NOT_IN_WORD}`, ["km", 1]),
  pattern(String.raw`${NUMBER}\s*${MI}${NOT_IN_WORD}`, ["km", KM_PER_MILE]),
  pattern(String.raw`${NUMBER}\s*(?:%|per ?cent)`, ["toSoc", 0.01]),
];

/** Words that are figures. */
const WORDS: readonly (readonly [RegExp, string])[] = [
  [/\b(?:single|one)[\s-]phase\b/giu, "1 phase"],
  [/\btwo[\s-]phase\b/giu, "2 phase"],
  [/\bthree[\s-]phase\b/giu, "3 phase"],
];

/** What a figure can be at all: beyond it it is left alone. */
const POSSIBLE: Readonly<Record<StatedKind, readonly [number, number]>> = {
  energy: [0.01, 2_000],
  power: [0.01, 2_000],
  powerAnHour: [0.01, 2_000],
  packKw: [0.5, 2_000],
  amps: [0.5, 2_000],
  volts: [20, 1_500],
  phases: [1, 3],
  hours: [1 / 3600, 2_000],
  fromSoc: [0, 1],
  toSoc: [0, 1],
  km: [0.1, 100_000],
  kmPerHour: [0.1, 5_000],
  whPerKm: [20, 1_000],
};

/**
 * The figures of a claim, in the order in which they stand there; each kind once, the first of two. Nothing is read into
 * it that does not stand there.
 * @example readClaim("52 kWh at 2.3 kW").map(({ kind }) => kind) // ["energy", "power"]
 */
export function readClaim(claim: string): Stated[] {
  const found: (Stated & { readonly at: number })[] = [];
  let rest = WORDS.reduce((text, [word, figure]) => text.replace(word, figure), claim);
  for (const { find, kinds } of PATTERNS) {
    for (let match = find.exec(rest); match; match = find.exec(rest)) {
      const { index } = match;
      kinds.forEach(([kind, factor], i) => {
        const value = Math.round(valueOf(match![i + 1]!) * factor * 1e9) / 1e9;
        const [least, most] = POSSIBLE[kind];
        if (value >= least && value <= most && !found.some((one) => one.kind === kind))
          found.push({ kind, value, text: match![0].trim(), at: index });
      });
      // What was read is blanked out: nothing is read twice.
      rest = rest.slice(0, index) + " ".repeat(match[0].length) + rest.slice(index + match[0].length);
    }
  }
  return found.sort((a, b) => a.at - b.at).map(({ kind, value, text }) => ({ kind, value, text }));
}
