import { guessColumns, readCdrs, readTable, samplesIn, sessionsIn, type Mapping, type Table } from ".";

const table = (text: string): Table => {
  const read = readTable(text);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
};
const mapped = (heads: readonly string[], kind: Mapping["kind"], more: Partial<Mapping> = {}): Mapping => ({
  kind,
  columns: guessColumns(heads, kind),
  dates: "day-first",
  zone: "Europe/Dublin",
  ...more,
});
const problemsOf = (text: string, kind: Mapping["kind"], more: Partial<Mapping> = {}) => {
  const read = table(text);
  const found =
    kind === "sessions"
      ? sessionsIn(read, mapped(read.heads, kind, more))
      : samplesIn(read, mapped(read.heads, kind, more));
  return found.ok ? [] : found.problems.map(({ field, message }) => `${field}: ${message}`);
};

test.each([
  [["Start", "End", "Energy (kWh)", "Cost"], "sessions", ["begin", "end", "wallWh", "paid"]],
  [
    ["Date", "SoC start %", "SoC end %", "Odometer (mi)", "Location", "Outside °F"],
    "sessions",
    ["begin", "fromSoc", "toSoc", "odometerKm", "name", "outsideC"],
  ],
  [
    ["timestamp", "Power (kW)", "SoC", "L1", "L2", "L3", "Voltage", "Battery temp (°C)", "colour"],
    "readings",
    ["at", "watts", "soc", "amps", "amps2", "amps3", "volts", "packC", undefined],
  ],
] as const)("the columns %j of %s are known by their names", (heads, kind, roles) =>
  expect(guessColumns(heads, kind).map((one) => one?.role)).toEqual(roles),
);

test("units are taken from the names of columns", () => {
  expect(
    guessColumns(["Start", "Energy Wh", "Odometer mi", "Outside °F"], "sessions").map((one) => one?.unit),
  ).toEqual([undefined, "Wh", "mi", "°F"]);
});

test("sessions of a table become sessions, in our units, at local time", () => {
  const { heads, ...rest } = table(
    "Start;End;Energy (kWh);SoC start %;SoC end %;Odometer (mi);Outside °F;Cost\n23.11.2026 18:10;24.11.2026 06:40;21,5;20;65;1000,5;41;6,20\n",
  );
  const found = sessionsIn({ heads, ...rest }, mapped(heads, "sessions"));
  expect(rest.decimal).toBe(",");
  expect(found.ok && found.value).toMatchObject([
    {
      begin: "2026-11-23T18:10:00.000Z",
      end: "2026-11-24T06:40:00.000Z",
      wallWh: 21_500,
      fromSoc: 0.2,
      toSoc: 0.65,
      // 1000.5 × 1.609344
      odometerKm: 1610.148672,
      outsideC: 5,
      paid: 6.2,
      source: "table",
    },
  ]);
  // The same line again is the same session.
  const again = sessionsIn({ heads, ...rest }, mapped(heads, "sessions"));
  expect(again.ok && found.ok && again.value[0]!.key === found.value[0]!.key).toBe(true);
});

test("a date with the month first, a summer's hour, and a duration instead of an end", () => {
  const read = table("start,kWh,duration (min)\n7/14/2026 6:05 PM,9.4,150\n");
  const found = sessionsIn(
    read,
    mapped(read.heads, "sessions", { dates: "month-first", zone: "America/New_York" }),
  );
  expect(found.ok && found.value[0]).toMatchObject({
    begin: "2026-07-14T22:05:00.000Z",
    end: "2026-07-15T00:35:00.000Z",
    wallWh: 9_400,
  });
});

test.each([
  [
    "start,kWh\n1970-01-01 00:00,3",
    ["line 2: start: accepted: a date and time such as 2026-11-23 18:10, or seconds since 1970"],
  ],
  [
    "start,kWh\n2999-01-01 00:00,3",
    ["line 2: start: accepted: a date and time such as 2026-11-23 18:10, or seconds since 1970"],
  ],
  [
    "start,kWh\nyesterday,3",
    ["line 2: start: accepted: a date and time such as 2026-11-23 18:10, or seconds since 1970"],
  ],
  ["start,kWh\n2026-11-23 18:10,many", ["line 2: kWh: accepted: a figure"]],
  [
    "start,kWh,soc start %\n2026-11-23 18:10,3,20\n2026-11-24 18:10,3,140",
    ["line 3: soc start %: accepted: 0 to 100 %"],
  ],
  [
    "start,end,kWh\n2026-11-23 18:10,2026-11-23 17:10,3",
    ["line 2: end: cannot be before the session begins"],
  ],
  ["begin,colour\n2026-11-23 18:10,red", ["columns: needed: what the meter counted, or the charge after"]],
  ["colour,kWh\nred,3", ["columns: needed: one column that says when a session began"]],
])("%j is refused by line and column", (text, said) => expect(problemsOf(text, "sessions")).toEqual(said));

test.each([
  [
    "time,kW\n1970-01-01 00:00,3",
    ["line 2: time: accepted: moments of the years 2000 to 2099; a clock that was never set tells another"],
  ],
  [
    "time,kW\n2026-11-23 18:10,3\n2999-11-23 18:10,3",
    ["line 3: time: accepted: moments of the years 2000 to 2099; a clock that was never set tells another"],
  ],
  ["time,kW\n2026-11-23 18:10,3000", ["line 2: kW: accepted: -1,000 to 1,000 kW"]],
  [
    "time,colour\n2026-11-23 18:10,red",
    ["columns: needed: a column with something measured: power, charge, amps"],
  ],
])("readings %j are refused by line and column", (text, said) =>
  expect(problemsOf(text, "readings")).toEqual(said),
);

test("readings keep the order of the file, in watts, shares and degrees", () => {
  const read = table(
    "time,Power kW,SoC %,Battery temp °F\n2026-11-23T18:10:05Z,2.31,20.5,50\n1795457410,2.29,,\n",
  );
  const found = samplesIn(read, mapped(read.heads, "readings"));
  expect(found.ok && found.value).toEqual([
    [Date.UTC(2026, 10, 23, 18, 10, 5), 2310, null, null, 0.205, null, null, 10],
    [1_795_457_410_000, 2290, null, null, null],
  ]);
});

test("a file with both decimal marks is refused at the line where that shows", () => {
  const read = readTable("start;kWh\n2026-11-23 18:10;9,45\n2026-11-24 18:10;10,12\n2026-11-25 18:10;9.45\n");
  expect(read).toEqual({
    ok: false,
    problems: [
      {
        field: "line 4",
        message: "“9.45” has another decimal mark than the lines before it (,); accepted: one mark in a file",
      },
    ],
  });
  expect(readTable("start,kWh\n")).toMatchObject({ ok: false, problems: [{ field: "(file)" }] });
});

/** An OCPI 2.2.1 CDR, as its standard has it; all in it is made up. */
const cdr = (change: object = {}) => ({
  country_code: "IE",
  party_id: "FQI",
  id: "c-17",
  start_date_time: "2026-11-20T16:40:00Z",
  end_date_time: "2026-11-20T19:04:00",
  currency: "EUR",
  cdr_location: { name: "Co-op hall", connector_power_type: "AC_3_PHASE" },
  total_energy: 17.09,
  total_cost: { excl_vat: 9.83, incl_vat: 11.8 },
  charging_periods: [
    { start_date_time: "2026-11-20T16:40:00Z", dimensions: [{ type: "STATE_OF_CHARGE", volume: 45 }] },
    { start_date_time: "2026-11-20T18:40:00Z", dimensions: [{ type: "STATE_OF_CHARGE", volume: 66 }] },
  ],
  ...change,
});

test("charge detail records become sessions: when, how much, what was paid, whether rapid", () => {
  const read = readCdrs(
    JSON.stringify([
      cdr(),
      cdr({
        id: "c-18",
        cdr_location: { address: "Quay 1", connector_power_type: "DC" },
        charging_periods: [],
        total_cost: { excl_vat: 20 },
      }),
    ]),
    "EUR",
  );
  expect(read.ok && read.value).toMatchObject([
    {
      name: "Co-op hall",
      key: "IE*FQI*c-17",
      begin: "2026-11-20T16:40:00.000Z",
      end: "2026-11-20T19:04:00.000Z",
      wallWh: 17_090,
      fromSoc: 0.45,
      toSoc: 0.66,
      current: "AC",
      paid: 11.8,
    },
    { name: "Quay 1", current: "DC", fromSoc: null, toSoc: null, paid: 20 },
  ]);
});

test.each([
  [
    "another version",
    [cdr({ cdr_location: undefined, total_cost: 11.8 })],
    /cdr_location: needed: cdr_location, an object; only OCPI 2\.2\.1 has it/,
  ],
  [
    "another currency",
    [cdr({ currency: "GBP" })],
    /0\.currency: this household counts in EUR, the record in GBP/,
  ],
  ["a credit", [cdr({ total_cost: { excl_vat: -4 } })], /total_cost: accepted: 0 or more/],
  [
    "an end before its beginning",
    [cdr({ end_date_time: "2026-11-19T16:40:00Z" })],
    /end_date_time: cannot be before/,
  ],
  ["nothing", [], /needed: OCPI 2\.2\.1 charge detail records/],
])("%s is refused, and nothing taken", (_, records, said) => {
  const read = readCdrs(JSON.stringify(records), "EUR");
  expect(read.ok ? "" : read.problems.map(({ field, message }) => `${field}: ${message}`).join("\n")).toMatch(
    said,
  );
});
