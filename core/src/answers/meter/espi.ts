import { XMLParser, XMLValidator } from "fast-xml-parser";
import type { FieldProblem } from "../../things/documents";
import type { Watts } from "../../trade/units";
import { madeOf, type ReadMeter } from "./made";
import { MOST_METER_W, type MeterReading } from "./series";
import { METER_MAX_BYTES, MOST_METER_LINES } from "./table";

/** Fields of the ESPI schema (NAESB REQ.21, from memory) that are read. */
interface Interval {
  readonly timePeriod?: { readonly start?: string; readonly duration?: string };
  readonly value?: string;
}
interface Content {
  readonly ReadingType?: {
    readonly powerOfTenMultiplier?: string;
    readonly uom?: string;
    readonly flowDirection?: string;
    readonly intervalLength?: string;
  };
  readonly IntervalBlock?: readonly { readonly IntervalReading?: readonly Interval[] }[];
  readonly MeterReading?: unknown;
}
interface Entry {
  readonly link?: readonly { readonly "@rel"?: string; readonly "@href"?: string }[];
  readonly content?: Content;
}

/** Units of measure that are read (CIM UnitSymbolKind): what they count. */
const UNITS: Readonly<Record<string, "energy" | "power">> = { "72": "energy", "38": "power" };
/** Power flows back to the grid (CIM FlowDirectionKind). */
const REVERSE = "19";

const fail = (field: string, message: string) => ({ ok: false as const, problems: [{ field, message }] });

const parser = () =>
  new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: "@",
    removeNSPrefix: true,
    parseTagValue: false,
    // Entities are how a small file becomes a large one.
    processEntities: false,
    isArray: (name) => ["entry", "link", "IntervalBlock", "IntervalReading"].includes(name),
  });

/** What is wrong with a text as XML, or nothing. */
function faultIn(text: string): FieldProblem | undefined {
  if (text.length > METER_MAX_BYTES)
    return {
      field: "(file)",
      message: `too large: ${text.length} characters; accepted: up to ${METER_MAX_BYTES}`,
    };
  const declared = /<!(DOCTYPE|ENTITY)/i.exec(text);
  if (declared)
    return {
      field: `line ${text.slice(0, declared.index).split("\n").length}`,
      message: "declares entities; accepted: an ESPI file without a DOCTYPE",
    };
  const valid = XMLValidator.validate(text);
  return valid === true
    ? undefined
    : { field: `line ${valid.err.line}`, message: `no XML: ${valid.err.msg}` };
}

/** The kind of reading a block belongs to: by the addresses of its entries where there are several. */
function typeFor(block: Entry, entries: readonly Entry[]): NonNullable<Content["ReadingType"]> | undefined {
  const types = entries.filter(({ content }) => content?.ReadingType);
  if (types.length <= 1) return types[0]?.content?.ReadingType;
  const hrefs = (entry: Entry, rel: string) =>
    (entry.link ?? []).flatMap((link) => (link["@rel"] === rel && link["@href"] ? [link["@href"]] : []));
  const ups = [...hrefs(block, "up"), ...hrefs(block, "self")];
  const meter = entries.find(
    (entry) =>
      entry.content &&
      "MeterReading" in entry.content &&
      hrefs(entry, "self").some((href) => ups.some((up) => up.startsWith(href))),
  );
  const related = meter ? hrefs(meter, "related") : [];
  return types.find((entry) => hrefs(entry, "self").some((href) => related.includes(href)))?.content
    ?.ReadingType;
}

/** How one kind of reading counts: what to multiply by, whether power or energy, and in which direction. */
interface Counted {
  readonly factor: number;
  readonly of: "power" | "energy";
}

function countedBy(type: NonNullable<Content["ReadingType"]>): Counted | FieldProblem {
  const of = UNITS[type.uom ?? ""];
  if (!of)
    return {
      field: "ReadingType: uom",
      message: `${type.uom ?? "nothing"} is not read; accepted: 72 (Wh) or 38 (W)`,
    };
  const power = Number(type.powerOfTenMultiplier ?? "0");
  if (!Number.isInteger(power) || Math.abs(power) > 9)
    return { field: "ReadingType: powerOfTenMultiplier", message: "accepted: a whole number, -9 to 9" };
  return { factor: (type.flowDirection === REVERSE ? -1 : 1) * 10 ** power, of };
}

/** Everything the blocks tell, by moment; what is fed in is taken off. */
class Sum {
  readonly at = new Map<number, number>();
  readonly seen = new Set<string>();
  readonly lengths = new Map<number, number>();
  doubled = 0;
  count = 0;
  take(reading: Interval, { factor, of }: Counted, where: string): FieldProblem | undefined {
    const start = Number(reading.timePeriod?.start ?? Number.NaN);
    const length = Number(reading.timePeriod?.duration ?? Number.NaN);
    const value = Number(reading.value ?? Number.NaN);
    if (!Number.isInteger(start))
      return { field: `${where}: start`, message: "accepted: seconds since 1970" };
    if (!(length > 0)) return { field: `${where}: duration`, message: "accepted: seconds, more than 0" };
    if (!Number.isFinite(value) || reading.value === "")
      return { field: `${where}: value`, message: "accepted: a whole number" };
    const drawn = of === "energy" ? (value * factor * 3600) / length : value * factor;
    if (Math.abs(drawn) > MOST_METER_W)
      return {
        field: `${where}: value`,
        message: `${Math.round(drawn / 1000)} kW; accepted: up to ${MOST_METER_W / 1000} kW`,
      };
    this.count += 1;
    const key = `${start} ${factor < 0 ? "in" : "out"}`;
    if (this.seen.has(key)) {
      this.doubled += 1;
      return undefined;
    }
    this.seen.add(key);
    this.lengths.set(length, (this.lengths.get(length) ?? 0) + 1);
    this.at.set(start * 1000, (this.at.get(start * 1000) ?? 0) + drawn);
    return undefined;
  }
}

/**
 * A house's series from an ESPI file (NAESB REQ.21, the format suppliers hand out under a green button): its intervals in
 * universal time, delivered less received.
 * @example readEspi("<feed/>").ok // false
 */
export function readEspi(text: string): ReadMeter {
  const fault = faultIn(text);
  if (fault) return { ok: false, problems: [fault] };
  const { feed } = parser().parse(text) as { feed?: { entry?: readonly Entry[] } };
  const entries = feed?.entry ?? [];
  const sum = new Sum();
  let blocks = 0;
  for (const entry of entries)
    for (const block of entry.content?.IntervalBlock ?? []) {
      blocks += 1;
      const type = typeFor(entry, entries);
      if (!type) return fail(`IntervalBlock ${blocks}`, "needed: the ReadingType it belongs to");
      const counted = countedBy(type);
      if ("field" in counted) return { ok: false, problems: [counted] };
      for (const [i, reading] of (block.IntervalReading ?? []).entries()) {
        const wrong = sum.take(reading, counted, `IntervalBlock ${blocks}, IntervalReading ${i + 1}`);
        if (wrong) return { ok: false, problems: [wrong] };
        if (sum.count > MOST_METER_LINES)
          return fail("(file)", `accepted: up to ${MOST_METER_LINES.toLocaleString("en-GB")} readings`);
      }
    }
  if (sum.at.size < 2) return fail("(file)", "needed: a feed with at least two IntervalReadings");
  return inSteps(sum);
}

function inSteps({ at, lengths, doubled }: Sum): ReadMeter {
  const seconds = [...lengths].sort((a, b) => b[1] - a[1])[0]![0];
  const step = seconds / 60;
  if (![1, 5, 10, 15, 30, 60].includes(step))
    return fail("IntervalReading: duration", `${seconds} s; accepted: 60, 300, 600, 900, 1800 or 3600 s`);
  if (lengths.size > 1)
    return fail(
      "IntervalReading: duration",
      `${[...lengths.keys()].join(" s and ")} s in one file; accepted: one length`,
    );
  const kept = [...at].sort((a, b) => a[0] - b[0]).map(([ms, drawn]): MeterReading => [ms, drawn as Watts]);
  const missing = Math.round((kept.at(-1)![0] - kept[0]![0]) / (seconds * 1000)) + 1 - kept.length;
  return madeOf(kept, step, [
    ...(step < 15 ? [`Intervals of ${step} min are averaged to 15 min, as demand is counted.`] : []),
    ...(missing > 0 ? [`${missing.toLocaleString("en-GB")} intervals were not told.`] : []),
    ...(doubled > 0 ? [`${doubled.toLocaleString("en-GB")} intervals come twice: the first counts.`] : []),
  ]);
}
