import fc from "fast-check";
import { isRefusal } from "../../engine/path";
import { NO_SETTINGS, PLAN_FORMAT, solvePlan, type Plan } from "../../engine/plan";
import { flatTariff } from "../../engine/tariff";
import { fallowQuay, larchHollow } from "../../household/demo";
import { ownPieces, piecesToBuy } from "../../household/packing";
import { SPEC_VERSION } from "../../things/documents";
import { amountOf } from "../../trade/units";
import { NIGHT } from "../../tests/kits";
import { law } from "../../tests/law";
import { idealCar, type2Cable } from "../../tests/parts";
import { piecesOf, type KitPiece } from "../kit";
import {
  ANY_POST,
  bearing,
  chosenPosts,
  crowKm,
  figureAt,
  figuresFor,
  judgePosts,
  knownPostSchema,
  placeMet,
  postOfKnown,
  postRow,
  postRows,
  POSTS_FORMAT,
  postsOut,
  readNetwork,
  windOf,
  withKnown,
  type Met,
  type PostFilters,
  type PostsAsked,
} from ".";

const HERE = { lat: 53, lon: -14 };
const connector = (change: object = {}) => ({
  id: "1",
  standard: "IEC_62196_T2",
  format: "SOCKET",
  power_type: "AC_3_PHASE",
  max_voltage: 230,
  max_amperage: 16,
  tariff_ids: ["day"],
  last_updated: "2026-11-23T08:00:00Z",
  ...change,
});
const evse = (uid: string, status: string, ...connectors: object[]) => ({
  uid,
  status,
  connectors: connectors.length > 0 ? connectors : [connector()],
  last_updated: "2026-11-23T08:00:00Z",
});
const location = (id: string, lat: number, lon: number, ...evses: object[]) => ({
  country_code: "ZZ",
  party_id: "ISL",
  id,
  publish: true,
  name: `post ${id}`,
  address: "Quay 1",
  city: "Fallow",
  country: "IRL",
  coordinates: { latitude: String(lat), longitude: String(lon) },
  time_zone: "Europe/Dublin",
  evses,
  last_updated: "2026-11-23T08:00:00Z",
});
const tariff = {
  country_code: "ZZ",
  party_id: "ISL",
  id: "day",
  currency: "EUR",
  elements: [{ price_components: [{ type: "ENERGY", price: 0.5, step_size: 1 }] }],
  last_updated: "2026-11-23T08:00:00Z",
};
const read = (raw: unknown, currency = "EUR") => readNetwork(JSON.stringify(raw, null, 1), currency);
const networkOf = (raw: unknown) => {
  const network = read(raw);
  if (!network.ok) throw new Error(JSON.stringify(network.problems));
  return network.value;
};

const car = idealCar([
  { phases: 1, amps: 32 },
  { phases: 3, amps: 16 },
]);
const cable: KitPiece = { kind: "cable", cable: type2Cable(3, 32), have: "own" };
const asked = (change: Partial<PostsAsked> = {}): PostsAsked => ({
  household: fallowQuay.household.spec,
  car,
  session: NIGHT,
  pieces: [cable],
  stayHours: 2,
  ...change,
});
const TYPE2: Met = { kind: "post", plug: "type2", tethered: false, phases: 3, volts: 230, amps: 16 };

describe("reading a network", () => {
  test("a list, an answer of the protocol and both lists side by side are the same posts", () => {
    const list = [location("a", 53, -14, evse("a1", "AVAILABLE"))];
    const [plain, answer, both] = [
      list,
      { data: list, status_code: 1000 },
      { locations: list, tariffs: [tariff] },
    ].map(networkOf);
    expect(answer).toEqual(plain);
    expect(both!.posts).toEqual(plain!.posts);
    expect(Object.keys(both!.tariffs)).toEqual(["day"]);
    expect(plain!.posts[0]).toEqual({
      key: "ZZ*ISL*a",
      name: "post a",
      address: "Quay 1, Fallow",
      operator: "",
      at: { lat: 53, lon: -14 },
      limitMinutes: null,
      own: false,
      outlets: [
        {
          uid: "a1",
          state: "free",
          stateMs: Date.parse("2026-11-23T08:00:00Z"),
          met: [{ met: TYPE2, tariffs: ["day"] }],
        },
      ],
    });
  });

  test.each([
    ["AVAILABLE", "free"],
    ["CHARGING", "taken"],
    ["BLOCKED", "taken"],
    ["RESERVED", "taken"],
    ["OUTOFORDER", "broken"],
    ["INOPERATIVE", "broken"],
    ["UNKNOWN", "unknown"],
    ["ON_HOLIDAY", "unknown"],
  ])("an EVSE that is %s is %s", (status, state) => {
    const network = networkOf([location("a", 53, -14, evse("a1", status))]);
    expect(network.posts[0]!.outlets[0]!.state).toBe(state);
    expect(network.notes.some((note) => note.includes("ON_HOLIDAY (1)"))).toBe(status === "ON_HOLIDAY");
  });

  test("what is planned or taken away is left out and counted", () => {
    const network = networkOf([
      location("a", 53, -14, evse("a1", "PLANNED"), evse("a2", "REMOVED"), evse("a3", "AVAILABLE")),
    ]);
    expect(network.posts[0]!.outlets.map(({ uid }) => uid)).toEqual(["a3"]);
    expect(network.notes).toEqual(["2 points planned or taken away: left out."]);
  });

  test("unknown fields are read past and said; unknown connectors have no figure", () => {
    const network = networkOf([
      {
        ...location("a", 53, -14, {
          ...evse("a1", "AVAILABLE", connector({ standard: "ODD_PLUG", glow: 1 })),
          mood: 2,
        }),
        smell: 3,
      },
    ]);
    expect(network.notes).toEqual([
      "Connectors this program has no name for: ODD_PLUG (1).",
      "Fields that are not in OCPI 2.2.1 were read past: location.smell (1), evse.mood (1), connector.glow (1).",
    ]);
    expect(network.posts[0]!.outlets[0]!.met[0]!.met).toEqual({ kind: "unknown", standard: "ODD_PLUG" });
  });

  test("one location that cannot be read is left out by line and field, the others are read", () => {
    const network = networkOf([
      location("a", 53, -14),
      { ...location("b", 0, 0), coordinates: { latitude: "91", longitude: "0" } },
    ]);
    expect(network.posts).toHaveLength(1);
    // Twenty lines a location as written, its coordinates on the twelfth and thirteenth.
    expect(network.notes).toEqual([
      expect.stringMatching(/^Left out: line \d+: 1\.coordinates\.latitude, accepted: −90 to 90 degrees\.$/),
    ]);
    const line = Number(/line (\d+)/.exec(network.notes[0]!)![1]);
    expect(
      JSON.stringify(
        [location("a", 53, -14), { ...location("b", 0, 0), coordinates: { latitude: "91", longitude: "0" } }],
        null,
        1,
      ).split("\n")[line - 1],
    ).toContain('"latitude": "91"');
  });

  test("a file of which nothing can be read is refused: no JSON, no list, no location", () => {
    const refused = (source: string) => {
      const network = readNetwork(source, "EUR");
      return network.ok ? [] : network.problems.map(({ field, message }) => `${field}: ${message}`);
    };
    expect(refused("{")).toEqual(["(file): not JSON: it ends too early"]);
    expect(refused('{"data": 3}')).toEqual(["data: needed: a list of OCPI Location objects"]);
    expect(refused("{}")).toEqual(["locations: needed: a list of OCPI Location objects"]);
    expect(refused('{"locations": [], "tariffs": 1}')).toEqual([
      "tariffs: needed: a list of OCPI Tariff objects",
    ]);
    expect(refused('[\n{"id": 4}]')).toEqual(["line 2: 0.id: needed: an id"]);
  });

  test("an EVSE of one phase is one, whatever its socket could carry, and J3400 goes by its current", () => {
    const mets = (change: object) =>
      networkOf([location("a", 53, -14, evse("a1", "AVAILABLE", connector(change)))]).posts[0]!.outlets[0]!
        .met[0]!.met;
    expect(mets({ power_type: "AC_1_PHASE" })).toMatchObject({ plug: "type2", phases: 1 });
    expect(mets({ standard: "SAE_J3400", format: "CABLE", power_type: "AC_1_PHASE" })).toMatchObject({
      plug: "j3400-ac",
    });
    expect(
      mets({ standard: "SAE_J3400", format: "CABLE", power_type: "DC", max_voltage: 900 }),
    ).toMatchObject({ plug: "j3400-dc", tethered: true });
  });

  test("a tariff in another currency stands for no price, and that is said", () => {
    const network = networkOf({ locations: [], tariffs: [{ ...tariff, currency: "CAD" }, tariff] });
    expect(Object.keys(network.tariffs)).toEqual(["day"]);
    expect(network.notes).toEqual(["1 tariff could not be used: those posts stand without a price."]);
  });
});

describe("what stands at a connector", () => {
  test.each([
    [
      "208 V of America",
      { plug: "type1", tethered: true, phases: 1, volts: 208, amps: 30 },
      "208Y",
      undefined,
    ],
    [
      "240 V of America",
      { plug: "type1", tethered: true, phases: 1, volts: 240, amps: 32 },
      "split-phase",
      undefined,
    ],
    ["230 V", { plug: "type2", tethered: false, phases: 1, volts: 230, amps: 32 }, "230/400", undefined],
    [
      "three phases",
      { plug: "type2", tethered: false, phases: 3, volts: 230, amps: 32 },
      "230/400",
      undefined,
    ],
    [
      "200 V of Japan",
      { plug: "type1", tethered: true, phases: 1, volts: 200, amps: 15 },
      "100/200",
      undefined,
    ],
    ["225 V as stated", { plug: "type2", tethered: false, phases: 3, volts: 225, amps: 32 }, "230/400", 225],
  ] as const)("%s is taken for its supply", (_, point, system, measuredVolts) => {
    const place = placeMet({ kind: "post", ...point }, "post")!;
    expect(place.outlet.supply).toEqual({
      system,
      ...(measuredVolts === undefined ? {} : { measuredVolts }),
    });
  });

  test("400 V on three phases are volts between lines: 3 × 230 V × 16 A, not 3 × 400 V × 16 A", () => {
    const watts = (volts: number) => figureAt(asked(), { ...TYPE2, volts } as Met, null, null).gives!.wallW;
    expect(watts(400) / watts(400 / Math.sqrt(3))).toBeCloseTo(1, 6);
    expect(watts(400)).toBeLessThan(11_200);
  });

  test("the power on a sign holds where it is below volts times amps", () => {
    const watts = (more: object) => figureAt(asked(), { ...TYPE2, ...more } as Met, null, null).gives!.wallW;
    expect(watts({ watts: 7_000 })).toBeLessThan(7_050);
    expect(watts({ watts: 50_000 })).toBe(watts({}));
  });
});

describe("what this car gets there with this kit", () => {
  test("three phases of 16 A for two hours are 22.1 kWh at the meter by arithmetic; at 0.50 a kWh 11.04", () => {
    const figure = figureAt(asked(), TYPE2, flatTariff("half", 0.5), null);
    expect(figure.gives!.wallW / 11_040).toBeCloseTo(1, 2);
    expect(figure.cost).toBeCloseTo(11.04, 0);
    expect(figure.km).toBeCloseTo((2 * figure.batteryW) / 160, 0);
    expect(figure.kmPerHour).toBeCloseTo(figure.batteryW / 160, 9);
    expect(figure).toMatchObject({ ownCable: true, limited: false, fullAfter: null, plugged: 7200 });
  });

  test("a time limit ends the stay, in range and in money (common practice: 8 kW for a limit of 3 h are 24 kWh)", () => {
    const wide = idealCar([{ phases: 1, amps: 40 }]);
    // 8 kW at the meter: 34.78 A on one phase of 230 V.
    const met: Met = {
      kind: "post",
      plug: "type2",
      tethered: true,
      phases: 1,
      volts: 230,
      amps: 8_000 / 230,
    };
    const figure = figureAt(
      asked({ car: wide, stayHours: 5, session: { ...NIGHT, fromSoc: 0 } }),
      met,
      flatTariff("one", 1),
      180,
    );
    expect(figure.cost).toBeCloseTo(24, 0);
    expect(figure).toMatchObject({ limited: true, plugged: 3 * 3600, ownCable: false });
  });

  test("it is the single solve of its plan and its bill, over the demo's cars, kits and usual posts", () => {
    let seen = 0;
    const mets: Met[] = [
      TYPE2,
      { ...TYPE2, phases: 1, amps: 32 } as Met,
      { ...TYPE2, tethered: true, amps: 32 } as Met,
      { kind: "post", plug: "type1", tethered: true, phases: 1, volts: 208, amps: 30 },
      { kind: "post", plug: "ccs2", tethered: true, phases: 1, volts: 500, amps: 125, watts: 50_000 },
      { kind: "post", plug: "ccs1", tethered: true, phases: 1, volts: 920, amps: 350, watts: 150_000 },
      { kind: "socket", outlet: "blue-16", amps: 16 },
    ];
    for (const garage of [fallowQuay, larchHollow])
      for (const { spec: its } of garage.cars) {
        const pieces = [
          ...ownPieces(garage),
          ...piecesToBuy(its, garage === fallowQuay ? "ie" : "ca", "EUR"),
        ].map(({ piece }) => piece);
        const of = asked({ car: its, household: garage.household.spec, pieces, stayHours: 1.5 });
        const price = { ...flatTariff("one", 0.47, 1.1), currency: undefined };
        for (const met of mets) {
          const figure = figureAt(of, met, price, 90);
          if (!figure.gives) continue;
          const used = piecesOf(figure.gives.mask).map((i) => pieces[i]!);
          const part = <K extends KitPiece["kind"]>(kind: K) =>
            used.find((piece) => piece.kind === kind) as Extract<KitPiece, { kind: K }> | undefined;
          const place = placeMet(met, "post")!;
          const plan: Plan = {
            format: PLAN_FORMAT,
            version: SPEC_VERSION,
            name: "by itself",
            household: of.household,
            car: its,
            place: null,
            outlet: place.outlet,
            evse: place.evse ?? part("unit")!.unit,
            lead: part("lead")?.lead ?? null,
            cable: part("cable")?.cable ?? null,
            adapter: part("adapter")?.adapter ?? null,
            tariff: price,
            session: { ...NIGHT, neededBy: "20:30" },
            settings: NO_SETTINGS,
          };
          const solution = solvePlan(plan);
          if (isRefusal(solution)) throw new Error(solution.message);
          seen += 1;
          expect(figure.batteryW).toBe(solution.moment.balance.stored);
          expect(figure.km).toBeCloseTo(solution.range.added, 9);
          expect(figure.cost).toBeCloseTo(amountOf(solution.bill.total), 6);
        }
      }
    expect(seen).toBeGreaterThan(15);
  });

  test("standing on after it is done is paid until one leaves; a limit that comes after it is done is none", () => {
    const idle = {
      name: "idle",
      elements: [
        {
          price_components: [
            { type: "ENERGY" as const, price: 0, step_size: 1 },
            { type: "PARKING_TIME" as const, price: 6, step_size: 1 },
          ],
        },
      ],
    };
    const of = asked({ session: { ...NIGHT, fromSoc: 0.9 }, stayHours: 3 });
    const figure = figureAt(of, TYPE2, idle, 150);
    const stood = figure.plugged - figure.fullAfter!;
    expect(figure).toMatchObject({ plugged: 150 * 60, limited: false });
    expect(figure.cost).toBeCloseTo((6 * stood) / 3600, 2);
  });

  test("of what serves it is the fastest, not the first that fills the stay", () => {
    const two: KitPiece[] = [{ kind: "cable", cable: type2Cable(1, 16), have: "own" }, cable];
    const figure = figureAt(asked({ pieces: two, session: { ...NIGHT, fromSoc: 0.95 } }), TYPE2, null, null);
    expect(figure.gives!.used.cable).toBe(1);
    expect(figure.fullAfter).not.toBeNull();
  });

  test("with nothing in the boot a socketed post says so, a tethered one charges", () => {
    const bare = asked({ pieces: [] });
    expect(figureAt(bare, TYPE2, null, null).whyNot).toEqual({
      word: "no cable",
      why: "post has a Type 2 socket and no cable of its own.",
    });
    expect(figureAt(bare, { ...TYPE2, tethered: true } as Met, null, null)).toMatchObject({
      ownCable: false,
      whyNot: null,
    });
    expect(figureAt(bare, { kind: "unknown", standard: "X" }, null, null).whyNot!.word).toBe("no figure");
  });

  test("an hour without a price is not free: it is said", () => {
    const gap = {
      name: "by day",
      elements: [
        {
          price_components: [{ type: "ENERGY" as const, price: 0.5, step_size: 1 }],
          restrictions: { start_time: "08:00", end_time: "18:00" },
        },
      ],
    };
    expect(figureAt(asked(), TYPE2, gap, null)).toMatchObject({ unpriced: true });
    expect(figureAt(asked(), TYPE2, flatTariff("one", 0.5), null)).toMatchObject({ unpriced: false });
  });
});

describe("posts near a place", () => {
  const network = networkOf({
    locations: [
      location(
        "taken",
        53,
        -14,
        evse("t1", "CHARGING", connector({ max_amperage: 32 })),
        evse("t2", "AVAILABLE"),
      ),
      location("far", 53.5, -14, evse("f1", "AVAILABLE", connector({ format: "CABLE", tariff_ids: [] }))),
      location("broken", 53.1, -14, evse("b1", "OUTOFORDER")),
      location(
        "rapid",
        53.2,
        -14.2,
        evse(
          "r1",
          "AVAILABLE",
          connector({
            standard: "IEC_62196_T2_COMBO",
            power_type: "DC",
            max_voltage: 500,
            max_amperage: 125,
            max_electric_power: 50_000,
            format: "CABLE",
          }),
        ),
      ),
      location(
        "other",
        53.05,
        -14,
        evse(
          "o1",
          "AVAILABLE",
          connector({
            standard: "CHADEMO",
            power_type: "DC",
            max_voltage: 500,
            max_amperage: 125,
            format: "CABLE",
          }),
        ),
      ),
    ],
    tariffs: [tariff],
  });
  const rows = postRows(network, figuresFor(asked()), HERE);
  const names = (filters: Partial<PostFilters>, order: Parameters<typeof chosenPosts>[2] = "near") =>
    chosenPosts(rows, { ...ANY_POST, ...filters }, order).map(({ post }) => post.name.replace("post ", ""));

  test("nearest first, by great circle: a degree of latitude is 111.2 km (arithmetic)", () => {
    expect(crowKm(HERE, { lat: 54, lon: -14 })).toBeCloseTo(111.195, 3);
    expect(names({})).toEqual(["taken", "other", "broken", "rapid", "far"]);
    expect(rows[1]!.km).toBeCloseTo(55.6, 1);
    expect([rows[1]!.towards, windOf(rows[1]!.towards)]).toEqual([0, "north"]);
    expect(windOf(rows[3]!.towards)).toBe("north-west");
    expect(bearing({ lat: 0, lon: 179.5 }, { lat: 0, lon: -179.5 })).toBeCloseTo(90, 9);
    expect(crowKm({ lat: 0, lon: 179.5 }, { lat: 0, lon: -179.5 })).toBeCloseTo(111.195, 3);
  });

  test("a free point that serves goes before a faster one that is taken, and both are counted", () => {
    const row = rows[0]!;
    expect(row).toMatchObject({ state: "free", free: 1, fitting: 2 });
    expect(row.at!.met).toMatchObject({ amps: 16 });
  });

  test("filters: what fits, what is free now, no cable, a price, what is worth the stop, how far", () => {
    expect(names({ fits: true })).toEqual(["taken", "broken", "rapid", "far"]);
    expect(names({ freeNow: true })).toEqual(["taken", "other", "rapid", "far"]);
    expect(names({ noCable: true })).toEqual(["rapid", "far"]);
    // What nobody prices is no price one can hold to.
    expect(names({ mostPerKWh: 0.6 })).toEqual(["taken", "broken", "rapid"]);
    expect(names({ mostPerKWh: 0.4 })).toEqual([]);
    expect(names({ leastKm: 200 })).toEqual(["rapid"]);
    expect(names({ withinKm: 12 })).toEqual(["taken", "other", "broken"]);
    expect(names({ fits: true, freeNow: true, withinKm: 30 })).toEqual(["taken", "rapid"]);
  });

  test("fastest first, and cheapest first with what has no price at the end", () => {
    expect(names({ fits: true }, "fast")[0]).toBe("rapid");
    expect(names({ fits: true }, "cheap").at(-1)).toBe("far");
    const sorted = chosenPosts(rows, ANY_POST, "fast").map(({ figure }) => figure!.kmPerHour);
    expect(sorted).toEqual([...sorted].sort((a, b) => b - a));
  });

  test("each row's figure is the figure of its own plug, tariff and limit", () => {
    for (const { at, tariff: its, figure, post } of rows)
      expect(figure).toEqual(figureAt(asked(), at!.met, its, post.limitMinutes));
  });

  test("a filter never adds a post, whatever it is", () => {
    const anyFilter = fc.record({
      fits: fc.boolean(),
      freeNow: fc.boolean(),
      noCable: fc.boolean(),
      mostPerKWh: fc.option(fc.constantFrom(0.3, 0.55, 1)),
      leastKm: fc.option(fc.constantFrom(10, 100, 400)),
      withinKm: fc.option(fc.constantFrom(5, 30, 90)),
    });
    law(fc.tuple(anyFilter, anyFilter), { runs: 100, mostSkipped: 0 }, ([a, b]) => {
      const both = chosenPosts(chosenPosts(rows, a, "near"), b, "near");
      const one = chosenPosts(rows, a, "near");
      expect(one).toEqual(expect.arrayContaining(both));
    });
  });

  test("a post nobody has described stands there without a figure", () => {
    const row = postRow({ ...network.posts[0]!, outlets: [] }, {}, figuresFor(asked()), HERE);
    expect(row).toMatchObject({ at: null, figure: null, state: "unknown", free: 0, fitting: 0 });
  });
});

describe("posts one knows oneself", () => {
  const known = knownPostSchema.parse({
    name: "harbour wall",
    at: HERE,
    points: [{ plug: "type2", tethered: false, phases: 1, volts: 230, amps: 32 }],
    limitMinutes: 60,
    notes: [{ what: "always-free", on: "2026-11-01" }],
  });

  test("stand beside the network's, and a known limit goes with a network's post when it is read anew", () => {
    const of = (limit: number) => ({
      id: "k",
      of: "ZZ*ISL*a",
      post: { ...postOfKnown("k", known), limitMinutes: limit },
    });
    const network = networkOf([location("a", 53, -14, evse("a1", "AVAILABLE")), location("b", 53, -14)]);
    const both = withKnown(network, [{ id: "h", of: null, post: postOfKnown("h", known) }, of(45)]);
    expect(both.posts.map(({ name, limitMinutes, own }) => [name, limitMinutes, own])).toEqual([
      ["harbour wall", 60, true],
      ["post a", 45, false],
      ["post b", null, false],
    ]);
    expect(withKnown(networkOf([location("a", 53, -14)]), [of(45)]).posts[0]!.limitMinutes).toBe(45);
  });

  test("a post of one's own needs a plug, a network's does not", () => {
    const fields = (raw: object) => {
      const parsed = knownPostSchema.safeParse({ name: "x", at: HERE, ...raw });
      return parsed.success ? [] : parsed.error.issues.map(({ path }) => path.join("."));
    };
    expect(fields({})).toEqual(["points"]);
    expect(fields({ network: "ZZ*ISL*a" })).toEqual([]);
    expect(fields({ network: "a", notes: [{ what: "haunted", on: "2026-11-01" }] })).toEqual([
      "notes.0.what",
    ]);
    expect(fields({ points: [{ plug: "ccs2", tethered: false, volts: 500, amps: 100 }] })).toEqual([
      "points.0.tethered",
    ]);
    expect(fields({ points: [{ plug: "type1", tethered: true, phases: 3, volts: 230, amps: 16 }] })).toEqual([
      "points.0.phases",
    ]);
  });

  test("a document of posts goes out as rows, with what was read past", () => {
    const judged = judgePosts({
      format: POSTS_FORMAT,
      version: SPEC_VERSION,
      name: "around the quay",
      household: fallowQuay.household.spec,
      car,
      session: NIGHT,
      pieces: [cable],
      from: HERE,
      locations: [location("a", 53.1, -14, evse("a1", "ODD"))],
      tariffs: [tariff],
      own: [known],
    });
    if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
    const out = postsOut(judged.value, ANY_POST, "near");
    if (!out.ok) throw new Error("refused");
    expect(out.notes).toEqual([expect.stringContaining("ODD (1)")]);
    expect(
      out.rows.map(({ post, plug, pieces, state, limitMinutes }) => [
        post,
        plug,
        pieces,
        state,
        limitMinutes,
      ]),
    ).toEqual([
      ["harbour wall", "Type 2", ["3 × 32 A cable"], "unknown", 60],
      ["post a", "Type 2", ["3 × 32 A cable"], "unknown", null],
    ]);
    expect(out.rows[1]!.cost).toBeCloseTo(11.04, 0);
    expect(out.rows[0]!.stayKm).toBeCloseTo(out.rows[0]!.kmPerHour!, 0);
  });
});
