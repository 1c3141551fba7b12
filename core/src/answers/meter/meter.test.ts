import fc from "fast-check";
import { law } from "../../tests/law";
import {
  demandOf,
  drawnWh,
  guessMeter,
  headLine,
  MOST_METER_LINES,
  meterIn,
  meterSamples,
  meterSeriesOf,
  readEspi,
  readingsOf,
  readMeterTable,
  seriesFrom,
  type MeterMapping,
  type MeterSeries,
  type ReadMeter,
} from ".";

/** A file read as it is guessed, but for what is said. */
function read(text: string, zone = "UTC", more: Partial<MeterMapping> = {}): ReadMeter {
  const table = readMeterTable(text);
  if (!table.ok) return table;
  return meterIn(table.value, { ...guessMeter(table.value, zone), ...more });
}
const taken = (found: ReadMeter): MeterSeries & { notes: readonly string[] } => {
  if (!found.ok) throw new Error(JSON.stringify(found.problems));
  return { ...found.value, notes: found.notes };
};
const refused = (found: ReadMeter) =>
  found.ok ? [] : found.problems.map(({ field, message }) => `${field}: ${message}`);
const iso = (ms: number) => new Date(ms).toISOString().slice(0, 16);

describe("a table of a meter", () => {
  test("energy an interval becomes the power over it; power stays as it is", () => {
    const energy = taken(read("start,usage (kWh)\n2026-03-02 00:00,0.12\n2026-03-02 00:15,0.575\n"));
    expect(energy.watts).toEqual([480, 2300]);
    expect([iso(energy.startMs), energy.stepMinutes]).toEqual(["2026-03-02T00:00", 15]);
    expect(taken(read("Zeit;Bezug kW\n02.03.2026 00:00;1,25\n02.03.2026 00:30;2,5\n")).watts).toEqual([
      1250, 2500,
    ]);
    expect(taken(read("from,W\n2026-03-02T00:00,400\n2026-03-02T01:00,800\n")).stepMinutes).toBe(60);
    expect(taken(read("start,Wh\n2026-03-02 00:00,100\n2026-03-02 01:00,800\n")).watts).toEqual([100, 800]);
  });

  test("lines above the names, a day and a time of day apart, month first, twelve hours, newest first", () => {
    const text = [
      "Account holder,Farm house",
      "Meter,7",
      "",
      "DATE,START TIME,END TIME,USAGE (kWh)",
      "3/14/2026,12:30 PM,12:44 PM,0.5",
      "3/14/2026,12:15 PM,12:29 PM,0.25",
      "3/14/2026,12:00 PM,12:14 PM,0.1",
    ].join("\n");
    const found = taken(read(text));
    expect([iso(found.startMs), found.watts]).toEqual(["2026-03-14T12:00", [400, 1000, 2000]]);
    expect(
      headLine([
        ["a", "b"],
        ["2026-03-02", "1"],
      ]),
    ).toBe(0);
  });

  test("what is fed in is taken off, and a sign turned round is turned back", () => {
    const both = taken(read("start,import kWh,export kWh\n2026-06-01 12:00,0.1,0\n2026-06-01 12:15,0,0.5\n"));
    expect(both.watts).toEqual([400, -2000]);
    expect(both.notes.join()).toContain("The house feeds in at times");
    const turned = taken(
      read("start,power W\n2026-06-01 12:00,-400\n2026-06-01 12:15,-900\n2026-06-01 12:30,200\n"),
    );
    expect(turned.watts).toEqual([400, 900, -200]);
  });

  test("moments at which an interval ends are not those at which it begins", () => {
    const found = taken(
      read("Interval end,kWh\n2026-03-02 00:15,0.1\n2026-03-02 00:30,0.2\n2026-03-02 24:00,0.3"),
    );
    expect(iso(found.startMs)).toBe("2026-03-02T00:00");
    expect(found.watts.length).toBe(96);
    expect(found.watts.at(-1)).toBe(1200);
  });

  test.each([
    ["Europe/Dublin", "2026-10-25", "2026-10-24T23:00"],
    ["America/Toronto", "2026-11-01", "2026-11-01T04:00"],
  ])("in %s the hour that comes twice is told twice, and the day has 25 hours", (zone, day, begins) => {
    const first = Date.parse(`${begins}:00Z`);
    const clock = new Intl.DateTimeFormat("sv-SE", {
      timeZone: zone,
      dateStyle: "short",
      timeStyle: "short",
    });
    const lines = Array.from({ length: 100 }, (_, i) => `${clock.format(first + i * 900_000)},${i}`);
    expect(lines[0]).toBe(`${day} 00:00,0`);
    const found = taken(read(`start,W\n${lines.join("\n")}`, zone));
    expect(found.watts).toEqual(lines.map((_, i) => i));
    expect(found.startMs).toBe(first);
    expect(found.notes).toEqual([
      `The hour in which the clocks go back in ${zone} is told as it came, first and second.`,
    ]);
    const backwards = taken(read(`start,W\n${[...lines].reverse().join("\n")}`, zone));
    expect([...backwards.watts].length).toBe(100);
  });

  test("the hour that is skipped is missing from the wall clock, not from the series", () => {
    const found = taken(
      read("start,W\n2026-03-29 00:45,1\n2026-03-29 02:00,2\n2026-03-29 02:15,3", "Europe/Dublin"),
    );
    expect(found.watts).toEqual([1, 2, 3]);
    const odd = taken(
      read("start,W\n2026-03-29 00:45,1\n2026-03-29 01:00,2\n2026-03-29 01:15,3", "Europe/Dublin"),
    );
    expect(odd.notes.join()).toContain("2 lines stand in an hour that does not exist in Europe/Dublin");
  });

  test("an offset on the line itself is believed before the zone", () => {
    const found = taken(
      read("start,W\n2026-07-01T00:00+02:00,1\n2026-07-01T00:15+02:00,2", "America/Toronto"),
    );
    expect(iso(found.startMs)).toBe("2026-06-30T22:00");
  });

  test("gaps, lines without a figure, intervals told twice and short ones are named", () => {
    const found = taken(
      read(
        "start,kWh\n2026-03-02 00:00,0.1\n2026-03-02 00:15,0.2\n2026-03-02 00:15,0.3\n2026-03-02 00:15,0.2\n2026-03-02 01:00,\n2026-03-02 01:15,0.4",
      ),
    );
    expect(found.watts).toEqual([400, 800, null, null, null, 1600]);
    expect(found.notes).toEqual([
      "1 gap: 3 intervals were not told.",
      "1 line has no figure.",
      "2 intervals come twice, 1 of them with another figure: the first counts.",
    ]);
    const minutes = taken(
      read(
        `start,W\n${Array.from({ length: 30 }, (_, i) => `2026-03-02 00:${String(i).padStart(2, "0")},${i < 15 ? 600 : 1200}`).join("\n")}`,
      ),
    );
    expect([minutes.stepMinutes, minutes.watts]).toEqual([15, [600, 1200]]);
    expect(minutes.notes[0]).toBe("Intervals of 1 min are averaged to 15 min, as demand is counted.");
  });

  test.each([
    [
      "start,kWh\n2026-03-02 00:00,0.1 kWh\n2026-03-02 00:15,200 Wh",
      "line 3: kWh: the line says Wh, the file kWh; accepted: one unit in a file",
    ],
    [
      "start,value,unit\n2026-03-02 00:00,0.1,kWh\n2026-03-02 00:15,200,Wh",
      "line 3: unit: the line says Wh, the file kWh; accepted: one unit in a file",
    ],
    [
      "start,note\n2026-03-02 00:00,a\n2026-03-02 00:15,b",
      "columns: needed: one column with what the house drew",
    ],
    ["name,kWh\na,0.1\nb,0.2", "columns: needed: one column that says when an interval begins or ends"],
    [
      "start,kWh\n2026-03-02 00:00,0.1\n2026-13-40 00:15,0.2",
      "line 3: start: accepted: a date and time such as 2026-01-31 18:15",
    ],
    ["start,kWh\n2026-03-02 00:00,0.1\n2026-03-02 00:15,lots", "line 3: kWh: accepted: a figure"],
    [
      "start;kWh\n2026-03-02 00:00;0,12\n2026-03-02 00:15;0.25",
      "line 3: kWh: has another decimal mark than the lines before it; accepted: one mark in a file",
    ],
    [
      "start,kWh\n2026-03-02 00:00,0.1\n2026-03-02 00:07,0.2",
      "(file): its intervals are 7 min apart; accepted: 1, 5, 10, 15, 30, 60 min",
    ],
    [
      "start,kWh\n2026-03-02 00:00,400\n2026-03-02 00:15,500",
      "2026-03-02T00:00: 1600 kW; accepted: up to 400 kW. Is kWh its unit?",
    ],
    ["start,kWh\n2026-03-02 00:00,0.1", "(file): needed: at least two intervals"],
    ["", "(file): needed: a line of names, and a line an interval"],
  ])("%j is refused with its line and field", (text, problem) => {
    const table = readMeterTable(text);
    const mapping = { columns: ["begin", "drawn"], unit: "kWh" } as const;
    const guessed = table.ok ? guessMeter(table.value, "UTC") : null;
    const found =
      guessed?.columns.includes("drawn") || !table.ok || !text.includes("lots")
        ? read(text)
        : read(text, "UTC", mapping);
    expect(refused(found)).toContain(problem);
  });

  test("a zone nobody knows is refused", () => {
    expect(refused(read("start,kWh\n2026-03-02 00:00,0.1\n2026-03-02 00:15,0.2", "Middle/Earth"))).toEqual([
      "zone: accepted: an IANA time zone such as Europe/Dublin",
    ]);
  });

  test("ten million lines are refused before they are looked at, and so is one line too many", () => {
    const long = `start,kWh\n${"2026-03-02 00:00,0.1\n".repeat(MOST_METER_LINES + 1)}`;
    expect(refused(read(long))).toEqual([`line ${MOST_METER_LINES + 2}: accepted: up to 600,000 lines`]);
    expect(refused(read("a".repeat(65 * 1024 * 1024)))[0]).toMatch(
      /^\(file\): too large: 68157440 characters/,
    );
  });
});

describe("an ESPI file", () => {
  const block = (readings: string, up = "") =>
    `<entry>${up}<content><IntervalBlock>${readings}</IntervalBlock></content></entry>`;
  const reading = (start: number, value: number, duration = 900) =>
    `<IntervalReading><timePeriod><duration>${duration}</duration><start>${start}</start></timePeriod><value>${value}</value></IntervalReading>`;
  const type = (uom: number, more = "") =>
    `<entry>${more}<content><ReadingType><powerOfTenMultiplier>0</powerOfTenMultiplier><uom>${uom}</uom></ReadingType></content></entry>`;
  const feed = (...entries: string[]) =>
    `<?xml version="1.0"?><feed xmlns="http://www.w3.org/2005/Atom">${entries.join("")}</feed>`;
  const T = 1_772_409_600;

  test("watt-hours an interval are the power over it, a multiplier counts, and namespaces do not matter", () => {
    const found = taken(readEspi(feed(type(72), block(reading(T, 120) + reading(T + 900, 575)))));
    expect([found.startMs, found.stepMinutes, found.watts]).toEqual([T * 1000, 15, [480, 2300]]);
    const scaled = feed(
      type(72).replace(">0<", ">-3<"),
      block(reading(T, 120_000) + reading(T + 900, 575_000)),
    );
    expect(
      taken(
        readEspi(
          scaled
            .replaceAll("IntervalReading", "espi:IntervalReading")
            .replace("<feed ", '<feed xmlns:espi="http://naesb.org/espi" '),
        ),
      ).watts,
    ).toEqual([480, 2300]);
    expect(
      taken(readEspi(feed(type(38), block(reading(T, 450, 3600) + reading(T + 3600, 500, 3600))))).watts,
    ).toEqual([450, 500]);
  });

  test("what is delivered and what is received are told apart by the kind of reading they belong to", () => {
    const link = (rel: string, href: string) => `<link rel="${rel}" href="${href}"/>`;
    const meter = (id: number) =>
      `<entry>${link("self", `/m/${id}`)}${link("related", `/t/${id}`)}<content><MeterReading/></content></entry>`;
    const kind = (id: number, flow: number) =>
      `<entry>${link("self", `/t/${id}`)}<content><ReadingType><flowDirection>${flow}</flowDirection><uom>72</uom></ReadingType></content></entry>`;
    const found = taken(
      readEspi(
        feed(
          meter(1),
          meter(2),
          kind(1, 1),
          kind(2, 19),
          block(reading(T, 100) + reading(T + 900, 50), link("self", "/m/1/IntervalBlock/1")),
          block(reading(T, 0) + reading(T + 900, 300), link("self", "/m/2/IntervalBlock/1")),
        ),
      ),
    );
    expect(found.watts).toEqual([400, -1000]);
  });

  test("gaps and intervals told twice are named", () => {
    const found = taken(
      readEspi(feed(type(72), block(reading(T, 100) + reading(T, 100) + reading(T + 2700, 200)))),
    );
    expect(found.watts).toEqual([400, null, null, 800]);
    expect(found.notes).toEqual(["2 intervals were not told.", "1 intervals come twice: the first counts."]);
  });

  test.each([
    [
      '<!DOCTYPE a [<!ENTITY b "b"><!ENTITY c "&b;&b;&b;&b;">]>\n<feed>&c;</feed>',
      "line 1: declares entities; accepted: an ESPI file without a DOCTYPE",
    ],
    ["<feed>\n<entry>", "line 1: no XML"],
    [
      feed(type(5), block(reading(T, 1) + reading(T + 900, 1))),
      "ReadingType: uom: 5 is not read; accepted: 72 (Wh) or 38 (W)",
    ],
    [feed(block(reading(T, 1))), "IntervalBlock 1: needed: the ReadingType it belongs to"],
    [
      feed(type(72), block(reading(T, 1) + "<IntervalReading><value>3</value></IntervalReading>")),
      "IntervalBlock 1, IntervalReading 2: start: accepted: seconds since 1970",
    ],
    [
      feed(type(72), block(reading(T, 1) + reading(T + 900, 1, 0))),
      "IntervalBlock 1, IntervalReading 2: duration: accepted: seconds, more than 0",
    ],
    [
      feed(type(72), block(reading(T, 1) + reading(T + 900, 1, 1800))),
      "IntervalReading: duration: 900 s and 1800 s in one file; accepted: one length",
    ],
    [
      feed(type(72), block(reading(T, 1, 700) + reading(T + 700, 1, 700))),
      "IntervalReading: duration: 700 s; accepted: 60, 300, 600, 900, 1800 or 3600 s",
    ],
    [
      feed(type(72), block(reading(T, 9e9))),
      "IntervalBlock 1, IntervalReading 1: value: 36000000 kW; accepted: up to 400 kW",
    ],
    ["<feed></feed>", "(file): needed: a feed with at least two IntervalReadings"],
  ])("%j is refused in words", (text, problem) => {
    expect(refused(readEspi(text))[0]).toContain(problem);
  });
});

test("a series taken apart into readings and put together again is the same", () => {
  const any = fc.record({
    startMs: fc.integer({ min: 0, max: 1_000_000 }).map((n) => Date.UTC(2026, 0, 1) + n * 3_600_000),
    stepMinutes: fc.constantFrom(15 as const, 30 as const, 60 as const),
    middle: fc.array(fc.option(fc.integer({ min: -20_000, max: 30_000 }), { nil: null }), { maxLength: 60 }),
    ends: fc.tuple(fc.integer({ min: 0, max: 9_000 }), fc.integer({ min: 0, max: 9_000 })),
  });
  law(any, { runs: 200, mostSkipped: 0 }, ({ startMs, stepMinutes, middle, ends: [first, last] }) => {
    const series = { startMs, stepMinutes, watts: [first, ...middle, last] };
    expect(seriesFrom(readingsOf(series), stepMinutes)).toEqual(series);
    const told = series.watts.filter((watts) => watts !== null).length;
    expect(meterSamples(series).length).toBe(told);
    // How far apart they lie is found again where most follow each other.
    const gaps = series.watts.length - told;
    if (gaps === 0) expect(meterSeriesOf(meterSamples(series))).toEqual(series);
    const wh = readingsOf(series).reduce((sum, [, watts]) => sum + (watts * stepMinutes) / 60, 0);
    expect(drawnWh(series)).toBeCloseTo(wh, 6);
  });
});

test("the highest demand is that of the hours that count, and tells of how many days it is", () => {
  const series = {
    startMs: Date.UTC(2026, 0, 1),
    stepMinutes: 60 as const,
    watts: [5, 9, null, 7, ...Array<number>(44).fill(1)],
  };
  expect(demandOf(series)).toEqual({
    peakW: 9,
    peakAt: Date.UTC(2026, 0, 1, 1),
    days: 47 / 24,
    spanDays: 2,
    fedIn: false,
  });
  expect(demandOf(series, (at) => at >= Date.UTC(2026, 0, 1, 2))!.peakW).toBe(7);
  expect(demandOf({ ...series, watts: [null] })).toBeNull();
});
