import { DEMO_GARAGES, fallowQuay, larchHollow } from "../demo";
import type { Tariff } from "../../things/parts";
import { isRefusal } from "../../engine/path";
import { solvePlan } from "../../engine/plan";
import {
  adaptersFor,
  everywhereOf,
  KIND_NAMES,
  KINDS,
  openLineup,
  planOf,
  savedWayOfPath,
  withPart,
  type Garage,
  type SavedPath,
} from ".";

const first = (garage: Garage): SavedPath => garage.paths[0]!.spec;

test("everything in the demo passes its own schema, under an id of its own", () => {
  for (const garage of DEMO_GARAGES) {
    const ids = KIND_NAMES.flatMap((kind) => garage[kind].map((row) => row.id));
    expect(new Set(ids).size).toBe(ids.length);
    for (const kind of KIND_NAMES)
      for (const row of garage[kind]) expect(KINDS[kind].schema.safeParse(row.spec).error).toBeUndefined();
  }
});

test("changing one part brings along what can no longer fit, and what stays together charges", () => {
  // Every car at every outlet: either it charges, or the household really has nothing that fits.
  for (const garage of DEMO_GARAGES)
    for (const car of garage.cars)
      for (const outlet of garage.outlets) {
        const parts = withPart(garage, withPart(garage, first(garage), { carId: car.id }), {
          outletId: outlet.id,
        });
        const plan = planOf(garage, { ...first(garage), ...parts });
        const solved = plan.ok && solvePlan(plan.value);
        if (solved && isRefusal(solved))
          expect(solved.code).toMatch(/plug-does-not-fit|cable-needed|own-draw/);
        else expect(solved).toBeTruthy();
      }
});

test("what still fits is left alone", () => {
  const draft = {
    ...first(fallowQuay),
    ...withPart(fallowQuay, first(fallowQuay), { outletId: "fq-hall-bay" }),
  };
  expect(draft.evseId).toBe("fq-hall-post");
  expect(draft.cableId).toBe("fq-plover-cable");
  expect(draft.tariffId).toBe("fq-hall-rate");
  const curlew = withPart(fallowQuay, { ...draft, cableId: "fq-heavy-three" }, { carId: "fq-curlew" });
  expect(curlew.cableId).toBe("fq-heavy-three");
});

test("an adapter is taken along only when it is needed", () => {
  const shack = withPart(larchHollow, first(larchHollow), {
    carId: "lh-grosbeak",
    outletId: "lh-library-bay",
  });
  expect(shack.adapterId).toBe("lh-type1-j3400");
  expect(withPart(larchHollow, shack, { carId: "lh-siskin" }).adapterId).toBeNull();
  const { spec: evse } = larchHollow.evses.find((u) => u.id === "lh-library-post")!;
  const { spec: car } = larchHollow.cars.find((c) => c.id === "lh-grosbeak")!;
  expect(adaptersFor(larchHollow, evse, undefined, car).map((a) => a.id)).toEqual(["lh-type1-j3400"]);
});

test("a path over a thing that is gone names it; a session out of range names the field", () => {
  const plan = planOf(fallowQuay, { ...first(fallowQuay), carId: "gone" });
  expect(!plan.ok && plan.problems.map((p) => p.field)).toEqual(["car"]);
  const wild = planOf(fallowQuay, {
    ...first(fallowQuay),
    session: { ...first(fallowQuay).session, fromSoc: Number.NaN },
  });
  expect(!wild.ok && wild.problems[0]!.field).toBe("session.fromSoc");
});

test("every outlet is comparable by the kWh in the battery: free under its limit first, what cannot charge last and why", () => {
  const curlew = fallowQuay.paths.find(({ id }) => id === "fq-path-curlew-slip")!.spec;
  const offers = everywhereOf(fallowQuay, { ...curlew, session: { ...curlew.session, neededBy: null } });
  expect(offers).toHaveLength(fallowQuay.outlets.length);
  const [free] = offers;
  expect([free!.place, free!.charging!.cost, free!.charging!.limited]).toEqual(["Harbour office", 0, true]);
  expect(free!.charging!.plugged).toBe(180 * 60);
  const charging = offers.flatMap(({ charging: c }) => (c ? [c] : []));
  charging
    .slice(1)
    .forEach((c, i) => expect(c.perKWhStored).toBeGreaterThanOrEqual(charging[i]!.perKWhStored));
  for (const { cost, storedWh, per100Km, plan } of charging)
    expect(per100Km).toBeCloseTo((cost / (storedWh / plan.car.whPerKm)) * 100, 9);
  for (const { charging: c, refusal } of offers) expect(c === null).toBe(refusal !== null);
});

test.each([
  ["before the place's limit, standing is paid until then", "20:10", 2],
  ["after it, only until the limit", "07:30", 3],
  ["unsaid, nobody waits and nothing is stood for", null, 0],
])("a limited place with a fee for standing: departure %s", (_, neededBy, hours) => {
  const curlew = fallowQuay.paths.find(({ id }) => id === "fq-path-curlew-slip")!.spec;
  const harbour = fallowQuay.places.find(({ spec }) => spec.name === "Harbour office")!;
  expect(harbour.spec.limitMinutes).toBe(180);
  const fee: Tariff = {
    name: "standing",
    elements: [{ price_components: [{ type: "PARKING_TIME", price: 6, step_size: 1 }] }],
  };
  const garage: Garage = {
    ...fallowQuay,
    tariffs: fallowQuay.tariffs.map((row) => (row.id === harbour.parentId ? { ...row, spec: fee } : row)),
  };
  // A short charge, done well before any of them.
  const session = { ...curlew.session, pluggedInAt: "2026-11-23T18:10", fromSoc: 0.5, toSoc: 0.52, neededBy };
  const offer = everywhereOf(garage, { ...curlew, session }).find(({ place }) => place === "Harbour office")!;
  const solved = solvePlan(offer.charging!.plan);
  if (isRefusal(solved)) throw new Error(solved.message);
  const charged = solved.secondsToTarget / 3600;
  expect(charged).toBeLessThan(1);
  expect(offer.charging!.cost).toBeCloseTo(hours === 0 ? 0 : 6 * (hours - charged), 2);
});

test("a tariff in another currency than its household's is never billed", () => {
  const garage = {
    ...fallowQuay,
    tariffs: fallowQuay.tariffs.map((t) => ({ ...t, spec: { ...t.spec, currency: "CAD" } })),
  };
  const plan = planOf(garage, first(fallowQuay));
  expect(!plan.ok && plan.problems).toEqual([
    { field: "tariff", message: expect.stringContaining("currencies are never mixed") },
  ]);
});

test("a way whose place is gone goes on without it; one whose outlet is gone says so", () => {
  const { spec } = fallowQuay.paths.find(({ spec: path }) => path.outletId === "fq-harbour-bay")!;
  const plan = planOf(fallowQuay, spec);
  if (!plan.ok) throw new Error("demo");
  const way = savedWayOfPath(fallowQuay, plan.value, "harbour");
  expect(way.place).toBe("fq-harbour");
  const opened = (garage: Garage) => {
    const asked = { name: "x", session: spec.session, stayHours: 4, dayKm: 40, cars: [], baseline: null };
    return openLineup(garage, { ...asked, ways: [way] }).ways[0]!;
  };
  expect(opened(fallowQuay).way!.place).toEqual({ name: "Harbour office", limitMinutes: 180 });
  const placeless = opened({ ...fallowQuay, places: [] });
  expect([placeless.way!.place, placeless.gone]).toEqual([null, []]);
  const outless = opened({ ...fallowQuay, outlets: [] });
  expect([outless.way, outless.gone]).toEqual([null, ["outlet"]]);
});
