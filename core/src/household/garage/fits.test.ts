import { DEMO_GARAGES, fallowQuay, larchHollow } from "../demo";
import { isRefusal } from "../../engine/path";
import { solvePlan } from "../../engine/plan";
import { fitOf, fitsOf, planOf, type Fit, type Garage } from ".";

const everyFit = (garage: Garage): Fit[] =>
  garage.outlets.flatMap((outlet) => garage.cars.map((car) => fitOf(garage, car, outlet)));
const at = (garage: Garage, car: string, outlet: string): Fit =>
  everyFit(garage).find((fit) => fit.carId === car && fit.outletId === outlet)!;

test.each([
  ["fq-curlew", "fq-boathouse-socket", 1, 10],
  ["fq-curlew", "fq-hall-bay", 3, 16],
  ["fq-plover", "fq-hall-bay", 1, 29],
  ["lh-grosbeak", "lh-shack-outlet", 1, 40],
  ["lh-siskin", "lh-dryer", 1, 24],
] as const)("%s at %s: %d × %d A", (car, outlet, phases, amps) => {
  const { fitting } = at(car.startsWith("fq") ? fallowQuay : larchHollow, car, outlet);
  expect([fitting?.phases, Math.round(fitting?.amps ?? 0), fitting?.over]).toEqual([phases, amps, false]);
});

test("a cell gives what the path it opens gives, and no other unit, cable or adapter of the household gives more", () => {
  let compared = 0;
  for (const garage of [fallowQuay, larchHollow]) {
    const [saved] = garage.paths;
    for (const { carId, outletId, fitting } of everyFit(garage)) {
      if (!fitting) continue;
      const wattsOf = (parts: object): number => {
        const plan = planOf(garage, {
          ...saved!.spec,
          carId,
          outletId,
          leadId: null,
          cableId: null,
          adapterId: null,
          ...parts,
          session: { ...saved!.spec.session, fromSoc: 0.35, toSoc: 0.4, batteryC: null, heatingW: 0 },
          settings: { evseAmps: null, carAmps: null, otherBusy: false },
        });
        if (!plan.ok) return 0;
        const solved = solvePlan(plan.value);
        return isRefusal(solved) ? 0 : solved.moment.inletW;
      };
      expect(wattsOf(fitting.parts)).toBeCloseTo(fitting.inletW, 3);
      for (const evse of garage.evses)
        for (const cable of [null, ...garage.cables])
          for (const adapter of [null, ...garage.adapters]) {
            compared++;
            const other = wattsOf({
              evseId: evse.id,
              cableId: cable?.id ?? null,
              adapterId: adapter?.id ?? null,
            });
            // A unit wired in elsewhere does not stand here.
            if (evse.parentId === null || evse.parentId === outletId)
              expect(other).toBeLessThanOrEqual(fitting.inletW * (1 + 1e-6));
          }
    }
  }
  expect(compared).toBeGreaterThan(500);
});

const without = (garage: Garage, change: Partial<Garage>): Garage => ({ ...garage, ...change });

test("what is missing is said: a cable by plug, phases and amps; a unit by its plug; an adapter", () => {
  const bare = without(fallowQuay, { cables: [] });
  expect(at(bare, "fq-curlew", "fq-hall-bay").misfit).toEqual({
    word: "no cable",
    why: "Hall post has a Type 2 socket and no cable of its own.",
    missing: "a Type 2 cable, three-phase, 16 A",
  });
  expect(at(bare, "fq-plover", "fq-hall-bay").misfit?.missing).toBe(
    "a Type 2 to Type 1 cable, single-phase, 32 A",
  );
  const noEvses = without(fallowQuay, { evses: [] });
  expect(at(noEvses, "fq-curlew", "fq-boathouse-socket").misfit).toMatchObject({
    word: "no unit",
    missing: "a portable unit with a plug for CEE 7/4 or 7/5 (16 A), set to 10 A or less",
  });
  expect(at(noEvses, "fq-curlew", "fq-hall-bay").misfit?.missing).toBe(
    "a wallbox wired in, three-phase, set to 32 A or less",
  );
  const noAdapters = without(larchHollow, { adapters: [] });
  expect(at(noAdapters, "lh-grosbeak", "lh-library-bay").misfit).toMatchObject({
    word: "other plug",
    missing: "an adapter from Type 1 to J3400 (AC), 32 A",
  });
});

test("where nothing one could bring would help, nothing is said to be missing", () => {
  expect(at(fallowQuay, "fq-dunlin", "fq-ferry-bay")).toMatchObject({
    fitting: null,
    misfit: { word: "no DC inlet", missing: null },
  });
});

test("a rapid adapter is offered only with the maker's leave", () => {
  const { misfit } = at(without(larchHollow, { adapters: [] }), "lh-grosbeak", "lh-town-bay");
  expect(misfit?.missing).toBe("an adapter from CCS1 to J3400 (DC), 400 A, if the car’s maker allows one");
});

describe("what is said to be missing would really do", () => {
  const socket = fallowQuay.outlets.find(({ id }) => id === "fq-boathouse-socket")!;
  const changed = (spec: object): Garage => ({
    ...fallowQuay,
    evses: [],
    outlets: [{ ...socket, spec: { ...socket.spec, ...spec } as typeof socket.spec }],
  });

  test("no adapter is named for a car that could not charge over it either", () => {
    const curlew = fallowQuay.cars.find(({ id }) => id === "fq-curlew")!;
    const onlyThree = {
      ...curlew,
      spec: {
        ...curlew.spec,
        charger: {
          ...curlew.spec.charger,
          limits: [{ phases: 3 as const, amps: 16 }],
          listedPhasesOnly: true,
        },
      },
    };
    const type1 = fallowQuay.evses.filter(
      ({ spec }) => spec.output.kind === "tethered" && spec.kind === "portable",
    );
    expect(type1.length).toBeGreaterThan(0);
    const garage = { ...fallowQuay, cars: [onlyThree], evses: type1 };
    expect(at(garage, "fq-curlew", socket.id).misfit?.missing).toBeNull();
  });

  test("what else draws on the circuit is left out of it; below six amps nothing is named", () => {
    const shared = changed({ circuit: { breakerAmps: 16, otherLoadAmps: 8 } });
    expect(at(shared, "fq-curlew", socket.id).misfit?.missing).toContain("set to 8 A or less");
    const full = changed({ circuit: { breakerAmps: 16, otherLoadAmps: 12 } });
    expect(at(full, "fq-curlew", socket.id).misfit).toEqual({
      word: "under 6 A",
      why: "wall socket leaves 4 A for hours; a car needs at least 6 A.",
      missing: null,
    });
  });

  test("an outlet that is worn, or has no earth, is put right first", () => {
    const right = ", once an electrician has put the outlet right";
    expect(at(changed({ condition: "worn" }), "fq-curlew", socket.id).misfit?.missing).toContain(right);
    expect(at(changed({}), "fq-curlew", socket.id).misfit?.missing).not.toContain(right);
    const old = changed({
      type: "nema-10-30",
      supply: { system: "split-phase" },
      circuit: { breakerAmps: 30, otherLoadAmps: 0 },
    });
    expect(at(old, "fq-curlew", socket.id).misfit?.missing).toContain(right);
  });

  test("of several units the one that can be reached is the one spoken of", () => {
    const hall = fallowQuay.outlets.find(({ id }) => id === "fq-hall-bay")!;
    const post = fallowQuay.evses.find(({ id }) => id === "fq-hall-post")!;
    const rapid = fallowQuay.evses.find(({ id }) => id === "fq-ferry-chademo")!;
    const garage = {
      ...fallowQuay,
      outlets: [hall],
      cables: [],
      evses: [{ ...rapid, parentId: hall.id }, post],
    };
    expect(at(garage, "fq-dunlin", hall.id).misfit).toMatchObject({
      word: "no cable",
      missing: "a Type 2 cable, single-phase, 16 A",
    });
  });
});

/** A garage with many of each: cars that differ in their names alone and otherwise, cables of every length. */
const many = (garage: Garage): Garage => ({
  ...garage,
  cars: garage.cars.flatMap((car) => [
    car,
    { ...car, id: `${car.id}-twin`, spec: { ...car.spec, name: `${car.spec.name} too` } },
    { ...car, id: `${car.id}-heavy`, spec: { ...car.spec, whPerKm: car.spec.whPerKm + 20 } },
  ]),
  cables: garage.cables.flatMap((cable) =>
    [0, 3, 9].flatMap((more) => [
      { ...cable, id: `${cable.id}-${more}`, spec: { ...cable.spec, lengthM: cable.spec.lengthM + more } },
      {
        ...cable,
        id: `${cable.id}-${more}-twin`,
        spec: { ...cable.spec, name: "Twin", lengthM: cable.spec.lengthM + more },
      },
    ]),
  ),
});

test.each(DEMO_GARAGES.map((garage) => [garage.household.spec.name, garage] as const))(
  "%s with many of each: all cells at once are what each is by itself",
  (_, demo) => {
    const garage = many(demo);
    const cells = garage.cars.length * garage.outlets.length;
    const work = fitsOf(garage);
    const shares: number[] = [];
    let step = work.next();
    for (; !step.done; step = work.next()) shares.push(step.value);
    expect(shares).toEqual(Array.from({ length: cells }, (__, i) => (i + 1) / cells));
    expect(step.value).toEqual(
      garage.outlets.map((outlet) => garage.cars.map((car) => fitOf(garage, car, outlet))),
    );
    expect(step.value.flat().filter(({ fitting }) => fitting).length).toBeGreaterThan(cells / 10);
  },
);
