import { isRefusal } from "../../engine/path";
import { solvePlan, PLAN_FORMAT } from "../../engine/plan";
import { flatTariff } from "../../engine/tariff";
import { fallowQuay, larchHollow } from "../../household/demo";
import { likelyPlaces, ownPieces, piecesToBuy } from "../../household/packing";
import { SPEC_VERSION } from "../../things/documents";
import { anyKit, everyKit, NIGHT } from "../../tests/kits";
import { ALL_RUNS, law, SKIPPED } from "../../tests/law";
import { bay, box, idealCar, reel, socket, socketedPost, type2Cable } from "../../tests/parts";
import {
  addsNothing,
  addsOf,
  attemptsAt,
  attemptsEverywhere,
  bestAt,
  cellAt,
  everyPiece,
  holdsAll,
  isClean,
  isStopped,
  judgeKit,
  kitRows,
  KIT_FORMAT,
  kitSum,
  leastKit,
  nightSeconds,
  piecesOf,
  smallestAt,
  weightOf,
  whyNotAt,
  type Combination,
  type KitAsked,
  type KitPiece,
  type StopPlace,
} from ".";

const car = idealCar([
  { phases: 1, amps: 32 },
  { phases: 3, amps: 16 },
]);
const cable = (phases: 1 | 3, amps: number, more: Partial<KitPiece> = {}): KitPiece =>
  ({ kind: "cable", cable: type2Cable(phases, amps), have: "own", ...more }) as KitPiece;
const unit = (amps: number, type: Parameters<typeof box>[1]["type"], more = {}): KitPiece => ({
  kind: "unit",
  unit: box(amps, { type, amps }, { name: `${type} box`, steps: [6, amps], ...more }),
  have: "own",
});
const post = (phases: 1 | 3, amps: number): StopPlace => ({
  name: `post ${phases} × ${amps}`,
  outlet: bay("230/400", phases === 3 ? "three" : "single"),
  evse: socketedPost(phases, amps),
});
const camp: StopPlace = { name: "camp", outlet: socket("230/400", "blue-16", 16), evse: null };
const kitOf = (pieces: KitPiece[], places: StopPlace[], more: Partial<KitAsked> = {}): KitAsked => ({
  household: fallowQuay.household.spec,
  car,
  session: { ...NIGHT, fromSoc: 0, neededBy: "07:00" },
  wantedKm: 100,
  least: "mass",
  pieces,
  places,
  ...more,
});

describe("what a combination gives", () => {
  test("a night of 12 h at 16 A on one phase of 230 V is the arithmetic of it: 44.2 kWh at the meter, 273 km", () => {
    const asked = kitOf([cable(1, 16)], [post(1, 16)]);
    const [best] = attemptsEverywhere(asked).map((at) => bestAt(at, 1, 100)!);
    expect(nightSeconds(asked)).toBe(12 * 3600);
    expect(best!.wallW / 3680).toBeCloseTo(1, 2);
    // 0.99 is the ideal car's efficiency; the drop over 5 m takes a little more.
    expect(best!.km / ((3680 * 0.99 * 12) / 160)).toBeGreaterThan(0.985);
    expect(best!.km / ((3680 * 0.99 * 12) / 160)).toBeLessThanOrEqual(1);
    expect(best).toMatchObject({ phases: 1, current: "AC", fullAfter: null, setTo: null });
  });

  test("it is the single solve of its plan, for every combination of the demo's places", () => {
    let seen = 0;
    for (const [garage, id, country] of [
      [fallowQuay, "fq-plover", "ie"],
      [larchHollow, "lh-grosbeak", "ca"],
    ] as const) {
      const its = garage.cars.find((row) => row.id === id)!.spec;
      const pieces = ownPieces(garage).map(({ piece }) => piece);
      const asked = kitOf(
        pieces,
        likelyPlaces(country).map(({ place }) => place),
        {
          car: its,
          household: garage.household.spec,
          session: NIGHT,
        },
      );
      attemptsEverywhere(asked).forEach((attempts, at) => {
        for (const attempt of attempts) {
          const part = <K extends KitPiece["kind"]>(kind: K) =>
            attempt.kind === "gives"
              ? (piecesOf(attempt.mask)
                  .map((i) => pieces[i]!)
                  .find((piece) => piece.kind === kind) as Extract<KitPiece, { kind: K }> | undefined)
              : undefined;
          if (attempt.kind !== "gives") continue;
          const place = asked.places[at]!;
          const solution = solvePlan({
            format: PLAN_FORMAT,
            version: SPEC_VERSION,
            name: "by itself",
            household: asked.household,
            car: its,
            place: null,
            outlet: place.outlet,
            lead: part("lead")?.lead ?? null,
            evse: place.evse ?? part("unit")!.unit,
            cable: part("cable")?.cable ?? null,
            adapter: part("adapter")?.adapter ?? null,
            tariff: flatTariff("one price", 0.3),
            session: asked.session,
            settings: { evseAmps: null, carAmps: null, otherBusy: false },
          });
          if (isRefusal(solution)) throw new Error(solution.message);
          seen += 1;
          expect(attempt.gives.km).toBeCloseTo(solution.range.added, 9);
          expect(attempt.gives.batteryW).toBe(solution.moment.balance.stored);
          expect(attempt.gives.wallW).toBe(solution.moment.balance.wall);
          expect(attempt.gives.fullAfter).toBe(solution.reached ? solution.secondsToTarget : null);
        }
      });
    }
    expect(seen).toBeGreaterThan(20);
  });

  test("what the place holds less than the unit offers is said as the amps to set", () => {
    const asked = kitOf([unit(16, "cee-7")], [{ ...camp, outlet: socket("230/400", "cee-7", 16) }], {
      car: { ...car, charger: { ...car.charger, settable: true } },
    });
    const best = bestAt(attemptsEverywhere(asked)[0]!, 1, 1)!;
    expect(best.setTo).toBe(10);
    expect(best.amps).toBe(10);
  });

  test("a lead used coiled is never part of a kit, and the cell says stop", () => {
    const lead: KitPiece = { kind: "lead", lead: reel({ coiled: true }), have: "own" };
    const house: StopPlace = { ...camp, outlet: socket("230/400", "cee-7", 16) };
    const asked = kitOf([unit(10, "cee-7"), lead], [house]);
    const [attempts] = attemptsEverywhere(asked);
    expect(attempts!.some((one) => one.kind === "gives" && isStopped(one.gives) && one.mask === 0b11)).toBe(
      true,
    );
    expect(bestAt(attempts!, 0b11, 1)!.mask).toBe(0b01);
    const cell = cellAt(attempts!, { pieces: asked.pieces, place: house, at: 1, kit: 0b11, wantedKm: 1 });
    expect(cell).toMatchObject({ kind: "none", word: "stop" });
    expect(cell.kind === "none" && cell.why).toMatch(/coiled.*Unwind/);
  });

  test("what needs no care goes before more range that does", () => {
    const gives = (km: number, severity: "note" | "careful" | "stop", mask: number) =>
      ({
        kind: "gives",
        mask,
        gives: { km, mask, cautions: [{ severity }] } as unknown as Combination,
      }) as const;
    const best = (wantedKm: number, ...attempts: ReturnType<typeof gives>[]) =>
      bestAt(attempts, 0b1111, wantedKm)?.mask;
    expect(best(100, gives(300, "careful", 1), gives(120, "note", 2))).toBe(2);
    // Only with care does it reach: that goes before what does not, and is said to be so.
    expect(best(100, gives(300, "careful", 1), gives(90, "note", 2))).toBe(1);
    expect(best(400, gives(300, "careful", 1), gives(90, "note", 2))).toBe(2);
    expect(best(100, gives(500, "stop", 1))).toBeUndefined();
    // As much range from fewer pieces, within half a kilometre.
    expect(best(100, gives(200.3, "note", 3), gives(200, "note", 4))).toBe(4);
  });
});

describe("the least kit", () => {
  test("is not lighter for something one has to be careful about, where another does without", () => {
    const gives = (severity: "note" | "careful", mask: number) =>
      ({
        kind: "gives",
        mask,
        gives: { km: 200, mask, cautions: [{ severity }] } as unknown as Combination,
      }) as const;
    const weights = [1, 5].map((massKg) => ({ massKg, litres: 1, price: 0, usual: [] }));
    expect(leastKit([[gives("careful", 1), gives("note", 2)]], weights, 100, "mass").kit).toBe(2);
    expect(leastKit([[gives("careful", 1)]], weights, 100, "mass").kit).toBe(1);
  });

  test("is what trying every kit finds, and no lighter kit serves as much", () => {
    let beyondSome = 0;
    law(anyKit, { runs: 60, mostSkipped: 0.2 }, (asked) => {
      const attempts = attemptsEverywhere(asked);
      const weights = asked.pieces.map(weightOf);
      const all = everyPiece(asked.pieces.length);
      const { kit, beyond, sum } = leastKit(attempts, weights, asked.wantedKm, asked.least);
      if (beyond.length === asked.places.length) return SKIPPED;
      if (beyond.length > 0) beyondSome += 1;
      // Said again by itself: a place is served by a kit that reaches what is wanted without care, or with care where all pieces together need it.
      const served = (which: number, at: number) => {
        const reaching = (mask: number) =>
          attempts[at]!.flatMap((one) =>
            one.kind === "gives" &&
            holdsAll(mask, one.mask) &&
            !isStopped(one.gives) &&
            one.gives.km >= asked.wantedKm
              ? [one.gives]
              : [],
          );
        const needsCare = !reaching(all).some(isClean);
        return reaching(which).some((gives) => needsCare || isClean(gives));
      };
      const places = asked.places.map((_, at) => at);
      const wanted = places.filter((at) => served(all, at));
      expect(beyond).toEqual(places.filter((at) => !wanted.includes(at)));
      expect(wanted.every((at) => served(kit, at))).toBe(true);
      const able = everyKit(asked.pieces.length).filter((which) => wanted.every((at) => served(which, at)));
      const least = Math.min(...able.map((which) => kitSum(which, weights)[asked.least]));
      expect(sum[asked.least]).toBeCloseTo(least, 9);
      expect(sum).toEqual(kitSum(kit, weights));
      return undefined;
    });
    if (ALL_RUNS) expect(beyondSome).toBeGreaterThan(0);
  });

  test("of two that weigh the same it is the one that costs less", () => {
    const two = [
      cable(1, 32, { massKg: 2, have: "buy", price: 90 }),
      cable(1, 32, { massKg: 2, have: "buy", price: 70 }),
    ];
    const asked = kitOf(two, [post(1, 32)]);
    const weights = asked.pieces.map(weightOf);
    expect(leastKit(attemptsEverywhere(asked), weights, 100, "mass").kit).toBe(0b10);
    expect(leastKit(attemptsEverywhere(asked), weights, 100, "pieces").kit).toBe(0b10);
  });

  test("the measure decides: one heavy cable for both posts, or what is lightest", () => {
    // 150 km a night are 2 kW: both posts do with the light cable; 400 km want three phases at the larger.
    const pieces = [cable(1, 16, { massKg: 1.6 }), cable(3, 32, { massKg: 3.2, have: "buy", price: 200 })];
    const kit = (wantedKm: number, measure: "mass" | "price") => {
      const asked = kitOf(pieces, [post(3, 32)]);
      return leastKit(attemptsEverywhere(asked), asked.pieces.map(weightOf), wantedKm, measure).kit;
    };
    expect(kit(150, "mass")).toBe(0b01);
    expect(kit(330, "mass")).toBe(0b10);
    expect(kit(330, "price")).toBe(0b10);
  });

  test("where nothing has to be packed it is empty, and a place no kit reaches is named", () => {
    const tethered: StopPlace = {
      ...post(1, 32),
      evse: {
        ...socketedPost(1, 32),
        output: { kind: "tethered", connector: "type2", lengthM: 5, gauge: "6 mm2" },
      },
    };
    const asked = kitOf([cable(1, 32)], [tethered, camp]);
    const rows = kitRows(asked);
    expect(rows.least).toMatchObject({ pieces: [], beyond: ["camp"] });
    expect(rows.least.sum).toEqual({ mass: 0, volume: 0, price: 0, pieces: 0 });
    expect(rows.places[1]).toMatchObject({ km: null, reaches: false, pieces: [] });
    expect(rows.places[1]!.whyNot).toMatch(/Nothing that is packed can be fed from socket/);
  });
});

describe("laws", () => {
  test("a kit with one more piece never serves a place worse", () => {
    let better = 0;
    law(anyKit, { runs: 40, mostSkipped: 0.2 }, (asked) => {
      if (asked.pieces.length === 0) return SKIPPED;
      const all = everyPiece(asked.pieces.length);
      for (const attempts of attemptsEverywhere(asked))
        for (const piece of piecesOf(all)) {
          const [less, more] = [all & ~(1 << piece), all].map((kit) => bestAt(attempts, kit, asked.wantedKm));
          if (!less) continue;
          const reach = (gives: Combination) => gives.km >= asked.wantedKm;
          expect(Number(reach(more!))).toBeGreaterThanOrEqual(Number(reach(less)));
          // Less range only for what needs less care.
          if (more!.km < less.km - 0.5) expect([isClean(more!), isClean(less)]).toEqual([true, false]);
          if (more!.km > less.km + 0.5) better += 1;
        }
      return undefined;
    });
    if (ALL_RUNS) expect(better).toBeGreaterThan(0);
  });

  test("what a piece opens is what closes without it", () => {
    law(anyKit, { runs: 30, mostSkipped: 0.2 }, (asked) => {
      if (asked.pieces.length === 0) return SKIPPED;
      const attempts = attemptsEverywhere(asked);
      const all = everyPiece(asked.pieces.length);
      for (const piece of piecesOf(all)) {
        const adds = addsOf(attempts, all, piece, asked.wantedKm);
        attempts.forEach((at, place) => {
          const closed =
            !bestAt(at, all & ~(1 << piece), asked.wantedKm) && !!bestAt(at, all, asked.wantedKm);
          expect(adds.opens.includes(place)).toBe(closed);
        });
        if (addsNothing(adds)) expect([adds.opens, adds.reaches]).toEqual([[], []]);
      }
      return undefined;
    });
  });

  test("the smallest sets at a place all serve, and none serves with a piece less", () => {
    law(anyKit, { runs: 30, mostSkipped: 0 }, (asked) => {
      for (const attempts of attemptsEverywhere(asked))
        for (const mask of smallestAt(attempts, asked.pieces.length, asked.wantedKm)) {
          expect(bestAt(attempts, mask, asked.wantedKm)!.km).toBeGreaterThanOrEqual(
            asked.wantedKm * (1 - 1e-9),
          );
          const whole = bestAt(attempts, mask, asked.wantedKm)!;
          for (const piece of piecesOf(mask)) {
            const less = bestAt(attempts, mask & ~(1 << piece), asked.wantedKm);
            expect(!less || less.km < asked.wantedKm || (isClean(whole) && !isClean(less))).toBe(true);
          }
        }
    });
  });
});

describe("words and figures beside it", () => {
  test("a cell says in a word why a piece has no part: no plug, other plug, not needed, never", () => {
    const pieces: KitPiece[] = [
      unit(16, "cee-7"),
      cable(1, 32),
      { kind: "adapter", adapter: { name: "adapter", from: "type1", to: "type2", amps: 32 }, have: "buy" },
      { kind: "lead", lead: reel(), have: "own" },
      { kind: "banned", name: "a cube", what: "cube-tap", have: "own" },
    ];
    const places = [camp, post(1, 32)];
    const asked = kitOf(pieces, places);
    const attempts = attemptsEverywhere(asked);
    const words = places.map((place, p) =>
      pieces.map((_, at) => {
        const cell = cellAt(attempts[p]!, { pieces, place, at, kit: 0b11111, wantedKm: 50 });
        return cell.kind === "gives" ? "gives" : cell.word;
      }),
    );
    expect(words).toEqual([
      ["no unit", "no unit", "other plug", "no plug", "never"],
      ["not needed", "gives", "other plug", "not needed", "never"],
    ]);
    expect(whyNotAt(attempts[1]!, places[1]!, 0)).toEqual({
      word: "no cable",
      why: "post has a socket, and no cable is packed.",
    });
  });

  test("masses of what nobody weighed are the usual ones: 32 A of 5 m 2.5 kg on one phase, 3.2 kg on three (common practice)", () => {
    expect(weightOf(cable(1, 32)).massKg).toBeCloseTo(2.5, 0);
    expect(Math.abs(weightOf(cable(3, 32)).massKg - 3.2)).toBeLessThan(0.15);
    expect(weightOf(cable(1, 32)).usual).toEqual(["massKg", "litres"]);
    expect(weightOf(cable(1, 32, { have: "buy" })).usual).toContain("price");
    // What it once cost is no money now: it is there.
    const priced = { ...type2Cable(1, 32), price: 130 };
    expect(weightOf({ kind: "cable", cable: priced, have: "own" }).price).toBe(0);
    expect(weightOf({ kind: "cable", cable: priced, have: "buy" }).price).toBe(130);
    expect(weightOf(cable(1, 32, { massKg: 9, litres: 3, price: 5, have: "own" }))).toEqual({
      massKg: 9,
      litres: 3,
      price: 5,
      usual: [],
    });
  });

  test("every country's likely places are places, and what is sold for a car are pieces", () => {
    for (const [garage, country] of [
      [fallowQuay, "de"],
      [larchHollow, "us"],
      [fallowQuay, "au"],
      [fallowQuay, "za"],
      [larchHollow, "jp"],
    ] as const) {
      const its = garage.cars[0]!.spec;
      const document = {
        format: KIT_FORMAT,
        version: SPEC_VERSION,
        name: "a trip",
        ...kitOf(
          piecesToBuy(its, country, "EUR").map(({ piece }) => piece),
          likelyPlaces(country).map(({ place }) => place),
        ),
      };
      const judged = judgeKit(document);
      expect(judged.ok ? [] : judged.problems).toEqual([]);
    }
  });

  test("a fixed unit is no piece, a portable one no place, and a socket has no unit fixed", () => {
    const fields = (change: Partial<KitAsked>) => {
      const judged = judgeKit({
        format: KIT_FORMAT,
        version: SPEC_VERSION,
        name: "a trip",
        ...kitOf([], [camp], change),
      });
      return judged.ok ? [] : judged.problems.map(({ field }) => field);
    };
    expect(fields({})).toEqual([]);
    expect(fields({ pieces: [{ kind: "unit", unit: socketedPost(1, 16) as never, have: "own" }] })).toEqual([
      "pieces.0.unit.kind",
    ]);
    expect(fields({ places: [{ ...post(1, 32), evse: null }] })).toEqual(["places.0.evse"]);
    expect(fields({ places: [{ ...camp, evse: socketedPost(1, 16) }] })).toEqual(["places.0.outlet.kind"]);
    expect(fields({ wantedKm: -3 })).toEqual(["wantedKm"]);
    expect(fields({ pieces: Array.from({ length: 25 }, () => cable(1, 16)) })).toEqual(["pieces"]);
  });

  test("places alike but for their name are tried once, and each has the same", () => {
    const asked = kitOf([cable(1, 32)], [post(1, 32), { ...post(1, 32), name: "another" }]);
    const [one, other] = attemptsEverywhere(asked);
    expect(other).toBe(one);
    expect(one).toEqual(attemptsAt(asked, asked.places[1]!));
  });
});
