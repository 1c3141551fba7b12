import { OUTLET_TYPE_IDS, outletType, type OutletTypeId } from "../../trade/outlets";
import { pairsOf, type Item } from "./pairs";
import type { PlateKind, Said } from "./token";

/** A piece a plate may carry: how it is written, and what it then says; nothing where it says nothing after all. */
export interface Pattern {
  readonly written: RegExp;
  said(groups: readonly (string | undefined)[]): Said | readonly Said[] | undefined;
}

/** A number that is not the tail of another: 32, 7.2, 7,2. A comma before three digits may be either mark: left alone. */
const N = String.raw`(?<![\d.,])(\d{1,5}(?:\.\d{1,3}|,\d{1,2})?)(?![\d]|[.,]\d)`;
/** A number right after a range's dash. */
const M = String.raw`(\d{1,5}(?:\.\d{1,3}|,\d{1,2})?)(?![\d]|[.,]\d)`;
const DASH = String.raw`\s*(?:-|–|—|\.{2,3}|…|to)\s*`;
/** Not the head of a longer word. */
const END = String.raw`(?![A-Za-z])`;
/** Amperes, written out or not. */
const AMPERES = String.raw`A(?:mps?|mp[eè]res?)?${END}`;

/** Amounts and states in a row, at least one of each, with nothing but small words between. */
const RUN = (state: string, unit: string): string => {
  const between = String.raw`[\s,;:=/()–-]*(?:(?:max\.?|min\.?|only|when|if|fully|and)[\s:=]*)*`;
  const amount = String.raw`${N}\s*(?:${unit})${END}`;
  return String.raw`(?:${amount}${between})?(?:${state})(?:${between}(?:${amount}|${state}))+|${amount}${between}(?:${state})`;
};
const REEL_STATE = String.raw`\b(?:(?:un)?(?:coiled|wound|rolled|reeled)(?:\s+(?:up|out))?|extended)\b`;
const REEL_UNIT = String.raw`kW|W|A(?:mps?)?`;
const PACK_STATE = String.raw`\b(?:usable|net|gross|total|nominal)\b`;
const PACK_UNIT = "kWh|Wh";

/** Two voltages of one system lie √3 or 2 apart; closer ones are alternatives. */
const LEAST_PAIR = 1.6;

const num = (text: string): number => Number(text.replace(",", "."));
const re = (source: string, flags = "gi"): RegExp => new RegExp(source, flags);
const nums = (text: string): number[] =>
  text
    .split(/[/,;\s]+/)
    .filter(Boolean)
    .map(num);

const nemaType = (number: string): OutletTypeId | undefined =>
  OUTLET_TYPE_IDS.find((id) => {
    const { plate } = outletType(id);
    return plate.by === "nema" && plate.number === number.toUpperCase();
  });
const nema = (number: string): Said => {
  const type = nemaType(number);
  return { what: "outlet", type, name: type ? outletType(type).name : `NEMA ${number}` };
};
const madeFor = (kind: PlateKind, name: string) => (): Said => ({ what: "made-for", kind, name });

/** Outlets by the name of their standard; of a name that several share only the name is known yet. */
const OUTLET_PATTERNS: readonly Pattern[] = OUTLET_TYPE_IDS.flatMap((type): Pattern[] => {
  const { name, plate } = outletType(type);
  if (plate.by === "name")
    return [{ written: re(plate.written), said: () => ({ what: "outlet", type, name }) }];
  return plate.by === "name and amps"
    ? [{ written: re(plate.written), said: () => ({ what: "outlet", type: undefined, name: plate.name }) }]
    : [];
});

/** Standards that say what a thing is (from memory). */
const STANDARDS: readonly (readonly [string, PlateKind, string])[] = [
  ["61851", "evse", "a charging unit (IEC 61851-1)"],
  ["62752", "evse", "an in-cable control box, mode 2 (IEC 62752)"],
  ["62196", "evse", "charging connectors (IEC 62196)"],
  ["60309", "outlet", "industrial plugs and sockets (IEC 60309-1)"],
  ["60884", "outlet", "household plugs and sockets (IEC 60884-1)"],
  ["61242", "lead", "a cable reel (IEC 61242)"],
  ["61316", "lead", "an industrial cable reel (IEC 61316)"],
];

/** Latin letters of the phases a plate may spell out. */
const PHASES_SPELT: Readonly<Record<string, 1 | 3>> = { "1": 1, single: 1, one: 1, "3": 3, three: 3 };

/** Everything a plate is read for, in order: what is read first is not read again. */
export const PATTERNS: readonly Pattern[] = [
  // Standards before numbers: 61851-1 is no voltage.
  ...STANDARDS.map(([number, kind, name]): Pattern => ({
    written: re(String.raw`(?:(?:IEC|EN|BS|DIN|VDE)[\s/]*)*${number}(?:-\d+)*${END}`),
    said: madeFor(kind, name),
  })),
  {
    written: re(String.raw`\b(?:IEC|EN|ISO|UL|CSA)[\s/]*\d{3,5}(?:-\d+)*(?::\d{4})?${END}`),
    said: () => undefined,
  },
  ...OUTLET_PATTERNS,
  {
    written: re(String.raw`NEMA\s*(L?\d{1,2}|TT)-(\d{2})[PR]?(?![\dA-Za-z])`),
    said: ([family, amps]) => nema(`${family!}-${amps!}`),
  },
  {
    written: re(String.raw`(?<![\w.,-])(5|6|10|14|TT)-(15|20|30|50)[PR]?(?![\w.,])(?!\s*[AVWhkm°])`),
    said: ([family, amps]) => nemaType(`${family!}-${amps!}`) && nema(`${family!}-${amps!}`),
  },
  {
    written: re(String.raw`\bmode\s*([234])(?!\d)`),
    said: ([m]) => ({ what: "mode", mode: Number(m) as 2 | 3 | 4 }),
  },
  {
    written: re(String.raw`\blevel\s*([12])(?!\d)`),
    said: ([l]) => ({ what: "level", level: Number(l) as 1 | 2 }),
  },
  {
    written: re(String.raw`\bIC-?CPD${END}`),
    said: madeFor("evse", "an in-cable control and protection device, mode 2 (IEC 62752)"),
  },
  {
    written: re(String.raw`\bEVSE${END}|\bEV\s+charg(?:er|ing)\b`),
    said: madeFor("evse", "a charging unit"),
  },
  {
    written: re(String.raw`\bSAE\s*J\s*1772${END}|\bJ1772${END}|\btype\s*1(?!\d)`),
    said: () => ({ what: "connector", connectors: ["type1"], name: "Type 1" }),
  },
  {
    written: re(String.raw`\btype\s*2(?!\d)`),
    said: () => ({ what: "connector", connectors: ["type2"], name: "Type 2" }),
  },
  {
    written: re(String.raw`\bSAE\s*J\s*3400${END}|\bJ3400${END}`),
    said: () => ({ what: "connector", connectors: ["j3400-ac", "j3400-dc"], name: "J3400" }),
  },
  {
    written: re(String.raw`\bCCS\s*([12])(?!\d)`),
    said: ([n]) => ({ what: "connector", connectors: [n === "1" ? "ccs1" : "ccs2"], name: `CCS${n!}` }),
  },
  {
    written: re(String.raw`\bCHAdeMO${END}`),
    said: () => ({ what: "connector", connectors: ["chademo"], name: "CHAdeMO" }),
  },
  // The residual-current device: its kind, and its milliamps, before amps are looked for.
  {
    written: re(
      String.raw`\b(RDC-?DD|RCD|RCCB|GFCI|CCID|I\s*[ΔΔ]\s*n)\b[\s:=]*(?:type\s*([ABF]|AC|EV)${END})?[\s,:=]*(?:${N}\s*mA)?`,
    ),
    said: ([name, type, milliamps]) => ({
      what: "residual",
      name: [name!.replace(/\s/g, ""), type && `type ${type}`, milliamps && `${milliamps} mA`]
        .filter(Boolean)
        .join(" "),
    }),
  },
  { written: re(String.raw`${N}\s*mA${END}`), said: ([mA]) => ({ what: "residual", name: `${mA!} mA` }) },
  {
    written: re(String.raw`\b(Li-?ion|LiFePO4|LFP|NMC|NCA)${END}`),
    said: ([name]) => ({ what: "chemistry", name: name! }),
  },
  {
    written: re(String.raw`⧈|\bclass\s*(?:II|2)${END}|\bdouble[\s-]insulat\w*`),
    said: () => ({ what: "unearthed" }),
  },
  // Reels: what they hold coiled and unrolled, in either order.
  {
    written: re(String.raw`(${RUN(REEL_STATE, REEL_UNIT)})`),
    said: ([run]) => reels(run!),
  },
  // What a pack holds and what of it can be used, in either order.
  {
    written: re(String.raw`(${RUN(PACK_STATE, PACK_UNIT)})`),
    said: ([run]) => packs(run!),
  },
  {
    written: re(String.raw`\bIP\s*([0-6X])([0-9X])[A-DK]?(?![\dA-Za-z])`),
    said: ([solids, water]) => ({
      what: "ingress",
      solids: solids!.toUpperCase() === "X" ? undefined : Number(solids),
      water: water!.toUpperCase() === "X" ? undefined : Number(water),
    }),
  },
  // Phases × amps at once.
  {
    written: re(String.raw`(?<![\d.,])([13])\s*[x×*]\s*${M}\s*${AMPERES}`),
    said: ([phases, amps]) => [
      { what: "phases", phases: Number(phases) as 1 | 3, neutral: false, earth: false },
      { what: "amps", amps: [num(amps!)] },
    ],
  },
  {
    written: re(String.raw`${N}\s*kWh${END}`),
    said: ([n]) => energy(num(n!) * 1000),
  },
  { written: re(String.raw`${N}\s*Wh${END}`), said: ([n]) => energy(num(n!)) },
  { written: re(String.raw`${N}\s*Ah${END}`), said: ([n]) => ({ what: "ampHours", ampHours: num(n!) }) },
  // Poles and wires of a North American device: 3P 4W. No watts.
  {
    written: re(String.raw`(?<![\d.,])[1-4]\s*P[\s,/-]*[2-5]\s*W(?:\s*\+\s*G)?${END}`),
    said: () => undefined,
  },
  {
    written: re(String.raw`${N}\s*(k?)(W|VA)${END}`),
    said: ([n, k, unit]) => ({
      what: "watts",
      watts: num(n!) * (k ? 1000 : 1),
      apparent: unit!.toUpperCase() === "VA",
    }),
  },
  {
    written: re(String.raw`${N}\s*(?:[/-]\s*${M}\s*)?Hz${END}`),
    said: ([a, b]) => ({ what: "hertz", hertz: [num(a!), ...(b ? [num(b)] : [])] }),
  },
  // Phases: 3N~, 3/N/PE~, 2P+E, three-phase.
  {
    written: re(String.raw`(?<![\d.,])([123])\s*\/?\s*(N)?\s*\/?\s*(PE)?\s*~`),
    said: ([n, neutral, earth]) => ({
      what: "phases",
      phases: Number(n) as 1 | 2 | 3,
      neutral: !!neutral,
      earth: !!earth,
    }),
  },
  {
    written: re(String.raw`(?<![\d.,])([23])\s*P\s*(\+\s*N)?\s*\+\s*(?:E|PE|⏚|G)${END}`),
    said: ([poles, neutral]) => ({
      what: "phases",
      // Two poles are a live conductor and its return.
      phases: poles === "3" ? 3 : 1,
      neutral: !!neutral || poles === "2",
      earth: true,
    }),
  },
  {
    written: re(String.raw`\b(1|3|single|one|three)[\s-]*ph(?:ase)?s?${END}`),
    said: ([n]) => ({
      what: "phases",
      phases: PHASES_SPELT[n!.toLowerCase()]!,
      neutral: false,
      earth: false,
    }),
  },
  // Insulation of a harmonised cable, not a supply.
  {
    written: re(String.raw`(?<![\d.,])(?:300\s*/\s*(300|500)|450\s*/\s*(750))\s*V${END}`),
    said: ([low, high]) => ({ what: "insulation", volts: Number(low ?? high) }),
  },
  {
    written: re(
      String.raw`(?:\b(AC|DC)\s?)?${N}(?:(${DASH}|\s*V?\s*/\s*)${M})?\s*V\s*(~|⎓|⎓|a\.c\.|d\.c\.|AC|DC)?${END}`,
    ),
    said: ([before, low, joint, high, after]) =>
      volts(low!, high, joint?.includes("/") ?? false, after ?? before),
  },
  {
    written: re(String.raw`${N}((?:\s*[/,]\s*\d{1,3})*)\s*${AMPERES}`),
    said: ([first, rest]) =>
      // No car charges on less than an ampere: that is what trips.
      num(first!) < 1 && !rest
        ? { what: "residual", name: `${first!} A` }
        : { what: "amps", amps: stepsOf(num(first!), rest ?? "") },
  },
  {
    written: re(String.raw`(?<![\d.,])(1[0-2]|[1-9])\s*h${END}(?!\d)`),
    said: ([h]) => ({ what: "hour", hour: Number(h) }),
  },
  {
    written: re(String.raw`([+−-]?\d{1,3})\s*(?:°\s*C)?${DASH}\+?(\d{1,3})\s*°\s*C`),
    said: ([low, high]) => ({ what: "temperature", low: Number(low!.replace("−", "-")), high: Number(high) }),
  },
  {
    written: re(String.raw`${N}\s*°\s*C`),
    said: ([high]) => ({ what: "temperature", low: undefined, high: num(high!) }),
  },
  {
    written: re(String.raw`(?<![\d.,])(\d{1,2})\s*/\s*(\d)\s*(?:AWG|S[JPTEVO]\w{0,5})${END}`),
    said: ([awg, cores]) => ({ what: "gauge", awg: Number(awg), cores: Number(cores) }),
  },
  {
    written: re(String.raw`AWG\s*(\d{1,2})(?:\s*[x×*/]\s*(\d{1,2}))?(?![\d.,])`),
    said: ([first, second]) => {
      const [a, b] = [Number(first), second === undefined ? undefined : Number(second)];
      // AWG 3x10 and AWG 10x3: cores are the lesser figure, as sizes below 6 are no cord's.
      return b === undefined
        ? { what: "gauge", awg: a, cores: undefined }
        : { what: "gauge", awg: Math.max(a, b), cores: Math.min(a, b) };
    },
  },
  {
    written: re(String.raw`(?<![\d.,])(?:(\d)\s*[Cx×*]\s*)?(\d{1,2})\s*AWG${END}`),
    said: ([cores, awg]) => ({ what: "gauge", awg: Number(awg), cores: cores ? Number(cores) : undefined }),
  },
  {
    written: re(String.raw`${N}\s*(?:ft|feet|foot)${END}`),
    said: ([n]) => ({ what: "length", metres: num(n!) * 0.3048 }),
  },
  {
    written: re(String.raw`${N}\s*m(?:etres?|eters?)?(?![A-Za-z²2/])`),
    said: ([n]) => ({ what: "length", metres: num(n!) }),
  },
];

/** Steps with slashes between, in any order; after a comma another piece may begin, so that only what rises is a list. */
function stepsOf(first: number, rest: string): number[] {
  const all = [first, ...nums(rest)];
  if (!rest.includes(",")) return all;
  const from = all.findLastIndex((amps, i) => i > 0 && amps <= all[i - 1]!);
  return all.slice(Math.max(0, from));
}

const energy = (wattHours: number): Said => ({ what: "energy", wattHours, part: undefined });

const WORD = new RegExp(String.raw`(\d+(?:[.,]\d+)?)\s*([A-Za-z]+)|[A-Za-z]+(?:\s+(?:up|out))?`, "g");

/** The amounts and states of a run, amounts in W, A or Wh. */
function itemsOf(run: string, state: string, lesser: RegExp): Item[] {
  const isState = re(`^(?:${state})$`, "i");
  return [...run.matchAll(WORD)].flatMap(([word, figure, unit]): Item[] => {
    if (figure !== undefined) {
      const thousand = /^k/i.test(unit!);
      const family = unit!.replace(/^k/i, "").slice(0, 1).toUpperCase();
      return [{ is: "amount", value: num(figure) * (thousand ? 1000 : 1), unit: family }];
    }
    return isState.test(word) ? [{ is: "state", lesser: lesser.test(word) }] : [];
  });
}

/** What is said by the pairs of a run, and by the amounts that are nobody's. */
function saidInRun(
  items: readonly Item[],
  paired: (lesser: boolean, amount: Amount) => Said,
  alone: (amount: Amount) => Said,
): Said[] {
  const pairs = pairsOf(items);
  return items.flatMap((item, at): Said[] => {
    if (item.is !== "amount") return [];
    const pair = pairs.find(({ amount }) => amount === at);
    const state = pair && items[pair.state];
    return [state?.is === "state" ? paired(state.lesser, item) : alone(item)];
  });
}
type Amount = Extract<Item, { is: "amount" }>;

const reels = (run: string): Said[] =>
  saidInRun(
    itemsOf(run, REEL_STATE, /^(?!un|ext)/i),
    (coiled, { value, unit }) => ({
      what: "reel",
      coiled,
      watts: unit === "A" ? undefined : value,
      amps: unit === "A" ? value : undefined,
    }),
    ({ value, unit }) =>
      unit === "A" ? { what: "amps", amps: [value] } : { what: "watts", watts: value, apparent: false },
  );

const packs = (run: string): Said[] =>
  saidInRun(
    itemsOf(run, PACK_STATE, /^(?:usable|net)$/i),
    (usable, { value }) => ({ what: "energy", wattHours: value, part: usable ? "usable" : "gross" }),
    ({ value }) => energy(value),
  );

function volts(low: string, high: string | undefined, pair: boolean, mark: string | undefined): Said {
  const ends = [num(low), ...(high ? [num(high)] : [])];
  const current = mark === undefined ? undefined : /^(d|⎓|⎓)/i.test(mark) ? "DC" : "AC";
  const [least, most] = [Math.min(...ends), Math.max(...ends)];
  // 230/400 and 120/240 are one system's two voltages; 208/240 is either of two systems.
  return { what: "volts", low: least, high: most, pair: pair && most / least > LEAST_PAIR, current };
}
