import { fallowQuay, larchHollow } from "../demo";
import type { Car } from "../../things/parts";
import {
  cableCandidates,
  cableChoices,
  cableVerdicts,
  heldBackBy,
  portableCandidates,
  portableChoices,
  USUAL_POSTS,
  type CablesAsked,
  type MetPost,
} from ".";

const car = (garage: typeof fallowQuay, id: string): Car => garage.cars.find((row) => row.id === id)!.spec;
const { session } = fallowQuay.paths[0]!.spec;
const asked = (id: string, often: readonly number[], lengthM = 5): CablesAsked => ({
  car: car(fallowQuay, id),
  household: fallowQuay.household.spec,
  session,
  posts: USUAL_POSTS.map((post, i): MetPost => ({ ...post, perMonth: often[i]! })),
  lengthM,
  system: "230/400",
});
const verdicts = (of: CablesAsked) =>
  Object.fromEntries(cableVerdicts(of, cableChoices(of)).map((v) => [v.school, v]));

describe("loose cables", () => {
  test("a 16 A three-phase cable on a single-phase post gives half of what a 32 A single-phase one does (common practice)", () => {
    const choices = cableChoices(asked("fq-curlew", [0, 4, 0, 0]));
    const at = (id: string) => choices.find(({ candidate }) => candidate.id === id)!.at[1]!.batteryW;
    expect(at("3x16x5") / at("1x32x5")).toBeGreaterThan(0.45);
    expect(at("3x16x5") / at("1x32x5")).toBeLessThan(0.5);
  });

  test("carry light turns to three-phase only once three-phase posts are really met", () => {
    const rarely = verdicts(asked("fq-curlew", [0, 8, 0, 0]));
    expect(rarely["carry-light"]!.choice.candidate.id).toBe("1x32x5");
    const often = verdicts(asked("fq-curlew", [0, 1, 4, 6]));
    expect(often["carry-light"]!.choice.candidate.cable.phases).toBe(3);
    expect(often["carry-light"]!.why).toMatch(/a year more/);
  });

  test("buy once is 32 A always, three-phase where the car's charger is", () => {
    expect(verdicts(asked("fq-curlew", [0, 8, 0, 0]))["buy-once"]!.choice.candidate.id).toBe("3x32x5");
    expect(verdicts(asked("fq-dunlin", [0, 8, 0, 0]))["buy-once"]!.choice.candidate.id).toBe("1x32x5");
    const plover = verdicts(asked("fq-plover", [0, 8, 0, 0]))["buy-once"]!;
    expect(plover.choice.candidate.cable).toMatchObject({ vehicleEnd: "type1", phases: 1, amps: 32 });
  });

  test("a post that charges the car over no cable at all changes no sum", () => {
    // 5 A leave less than a car needs: such a post is met in vain, whatever one carries.
    const of = asked("fq-curlew", [0, 4, 0, 0]);
    const useless: MetPost = { phases: 1, amps: 5, perMonth: 9 };
    const [plain, met] = [cableChoices(of), cableChoices({ ...of, posts: [...of.posts, useless] })];
    met.forEach((choice, i) => {
      expect(choice.hoursAYear).toBe(plain[i]!.hoursAYear);
      expect(choice.savedAYear).toBe(plain[i]!.savedAYear);
      expect([plain[i]!.missedAMonth, choice.missedAMonth]).toEqual([0, 9]);
    });
    expect(verdicts({ ...of, posts: [...of.posts, useless] })["carry-light"]!.choice.candidate.id).toBe(
      "1x32x5",
    );
    expect(cableVerdicts({ ...of, posts: [useless] }, cableChoices({ ...of, posts: [useless] }))).toEqual([]);
  });

  test("a cable that charges the car nowhere is not the lightest one could carry", () => {
    // A charger that works on three phases only: a single-phase cable gives it nothing.
    const of = asked("fq-curlew", [0, 0, 4, 2]);
    const three: CablesAsked = {
      ...of,
      car: {
        ...of.car,
        charger: { ...of.car.charger, limits: [{ phases: 3, amps: 16 }], listedPhasesOnly: true },
      },
    };
    const found = verdicts(three);
    expect(found["carry-light"]!.choice.candidate.cable.phases).toBe(3);
    expect(found["buy-once"]!.choice.candidate.cable).toMatchObject({ phases: 3, amps: 32 });
    const single = cableChoices(three).find(({ candidate }) => candidate.id === "1x16x5")!;
    expect([single.missedAMonth, single.hoursAYear, single.savedAYear]).toEqual([6, 0, 0]);
  });

  test("a car of 14 A wants no more than the lightest, at whatever post", () => {
    expect(verdicts(asked("fq-dunlin", [2, 2, 2, 2]))["carry-light"]!.choice.candidate.id).toBe("1x16x5");
  });

  test("where no post is met nothing is said, and nothing is saved", () => {
    const of = asked("fq-curlew", [0, 0, 0, 0]);
    const choices = cableChoices(of);
    expect(cableVerdicts(of, choices)).toEqual([]);
    expect(choices.every(({ savedAYear }) => savedAYear === 0)).toBe(true);
  });

  test("hours of a year are sessions times their time, and the slowest saves none", () => {
    const of = asked("fq-curlew", [0, 4, 2, 2]);
    const choices = cableChoices(of);
    for (const { at, hoursAYear } of choices)
      expect(hoursAYear).toBeCloseTo(
        (12 * (4 * at[1]!.seconds + 2 * at[2]!.seconds + 2 * at[3]!.seconds)) / 3600,
        9,
      );
    expect(Math.min(...choices.map(({ savedAYear }) => savedAYear))).toBe(0);
  });

  test("masses are the usual ones: single-phase 32 A of 5 m 2.5 kg, three-phase 3.2 kg (common practice)", () => {
    const mass = (id: string) => cableCandidates("type2", 5).find((c) => c.id === id)!.massKg;
    expect(mass("1x32x5")).toBeCloseTo(2.5, 9);
    expect(mass("3x32x5")).toBeCloseTo(3.2, 9);
    for (const { massKg, id } of cableCandidates("type2", 10))
      expect(massKg).toBeGreaterThan(mass(id.replace("x10", "x5")));
    expect(cableCandidates("type1", 5).every(({ cable }) => cable.phases === 1)).toBe(true);
  });
});

describe("portable units", () => {
  const choices = (
    garage: typeof fallowQuay,
    id: string,
    sockets: Parameters<typeof portableChoices>[0]["sockets"],
  ) => {
    const system = garage === fallowQuay ? "230/400" : "split-phase";
    const its = car(garage, id);
    const of = { car: its, household: garage.household.spec, session, system, sockets } as const;
    return portableChoices(
      of,
      portableCandidates(its, system, garage === fallowQuay ? "cee-7" : "nema-5-15"),
    );
  };

  test("each says what it holds back at each socket: no plug, or a unit that is too small", () => {
    const all = choices(fallowQuay, "fq-curlew", ["cee-7", "blue-32", "red-16"]);
    const [small, , , single, three] = all;
    expect(small!.at.map(({ fits }) => fits)).toEqual([true, false, false]);
    expect(heldBackBy(small!.at[1]!)).toBe("no plug for it");
    expect(single!.at[1]).toMatchObject({ amps: 32, phases: 1, heldBackW: 0 });
    // Only the thicker cord of the largest unit is a few watts better.
    expect(three!.at[2]).toMatchObject({ amps: 16, phases: 3 });
    expect(three!.at[2]!.heldBackW).toBeLessThan(30);
    // A wall socket holds them all to the same: nothing is held back by any of them beyond it.
    expect(Math.max(...all.map(({ at }) => at[0]!.amps))).toBeLessThanOrEqual(13);
  });

  test("held back is the difference to the best, and the best holds nothing back", () => {
    for (const sockets of [["nema-5-15", "nema-14-30", "nema-14-50"]] as const) {
      const all = choices(larchHollow, "lh-grosbeak", sockets);
      sockets.forEach((_, i) => {
        const best = Math.max(...all.map(({ at }) => at[i]!.batteryW));
        for (const { at } of all) expect(at[i]!.heldBackW).toBeCloseTo(best - at[i]!.batteryW, 9);
        expect(best).toBeGreaterThan(0);
      });
    }
  });

  test("a portable that overdraws the household's rule is not best, and says why", () => {
    const its = car(fallowQuay, "fq-curlew");
    const of = {
      car: { ...its, charger: { ...its.charger, settable: false } },
      household: fallowQuay.household.spec,
      session,
      system: "230/400",
      sockets: ["cee-7"],
    } as const;
    const [small] = portableCandidates(its, "230/400", "cee-7");
    const greedy = {
      ...small!,
      id: "greedy",
      evse: { ...small!.evse, maxAmps: 16, steps: [], plugs: [{ type: "cee-7" as const, amps: 16 }] },
    };
    const [ten, sixteen] = portableChoices(of, [small!, greedy]);
    expect([ten!.at[0]!.over, sixteen!.at[0]!.over]).toEqual([false, true]);
    expect(sixteen!.at[0]!.batteryW).toBeGreaterThan(ten!.at[0]!.batteryW);
    // It is no measure for the others, and what it gives does not count.
    expect([ten!.at[0]!.heldBackW, sixteen!.at[0]!.heldBackW]).toEqual([0, ten!.at[0]!.batteryW]);
    expect(heldBackBy(sixteen!.at[0]!)).toBe("pulls 16 A, too much for this socket");
  });

  test("sockets the supply does not feed are left out, and a Type 1 car takes one phase", () => {
    const all = choices(fallowQuay, "fq-plover", ["cee-7", "nema-14-50"]);
    expect(all[0]!.at).toHaveLength(1);
    expect(all.every(({ candidate }) => candidate.evse.phases === 1)).toBe(true);
  });
});
