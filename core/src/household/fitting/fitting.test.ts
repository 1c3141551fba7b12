import fc from "fast-check";
import { cautionsFor } from "../../answers/cautions";
import {
  INSTALL_FORMAT,
  judgeInstall,
  parseInstall,
  printInstall,
  type InstallAsked,
} from "../../answers/install";
import { planOn } from "../../answers/lineup";
import { LOAD_KINDS, usualLoad, type Load } from "../../answers/service";
import { PRESETS } from "../../answers/week";
import { isRefusal } from "../../engine/path";
import { pathOf, solvePlan } from "../../engine/plan";
import { flatTariff } from "../../engine/tariff";
import { law } from "../../tests/law";
import { SPEC_VERSION } from "../../things/documents";
import { fallowQuay, larchHollow } from "../demo";
import type { Garage } from "../garage";
import {
  BRIEF_CAUTION,
  briefOf,
  briefText,
  firstInstall,
  fittingOf,
  fittingSetting,
  installRows,
  neededItems,
  type FitWayId,
  type FittingAnswer,
} from ".";

const documentOf = (garage: Garage, more: Record<string, unknown> = {}): InstallAsked => {
  const { carId, tariffId: _, ...part } = firstInstall(garage);
  const judged = judgeInstall({
    format: INSTALL_FORMAT,
    version: SPEC_VERSION,
    name: "house",
    household: garage.household.spec,
    car: garage.cars.find(({ id }) => id === carId)!.spec,
    tariff: flatTariff("home", 0.2),
    ...part,
    ...more,
  });
  if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
  return judged.value;
};
const wayIn = (answer: FittingAnswer, id: FitWayId) => answer.ways.find((way) => way.id === id)!;
/** Annex D's house of 90 A, from memory; here it only has to be full. */
const FULL: Load[] = (
  [
    ["cooking", 12_000, 1],
    ["water", 2_500, 1],
    ["dishwasher", 1_200, 1],
    ["dryer", 5_000, 1],
    ["heating", 9_000, 5],
  ] as const
).map(([kind, watts, zones]) => ({ ...usualLoad(kind, "nec"), watts, zones }));
const full = (more: Record<string, unknown> = {}) =>
  documentOf(larchHollow, {
    service: { system: "split-phase", phases: 1, mainAmps: 100, areaM2: 139.35, loads: FULL },
    wanted: { phases: 1, amps: 48 },
    ...more,
  });

describe("a 100 A service that already needs 90 A", () => {
  const answer = fittingOf(full());

  test("has no room for 48 A, and the ways say what does fit", () => {
    expect(wayIn(answer, "wanted")).toMatchObject({
      fit: "no",
      breakerAmps: 60,
      why: "The main has 10.5 A left, and it takes 48 A: 37.5 A too much.",
    });
    expect(wayIn(answer, "smaller")).toMatchObject({
      fit: "no",
      why: "The 10.5 A left are less than the smallest unit that is usually wired in takes.",
    });
    expect(wayIn(answer, "setting")).toMatchObject({
      fit: "fits",
      amps: 10,
      unitAmps: 48,
      name: "The wished unit, set to 10 A",
    });
    expect(wayIn(answer, "upgrade")).toMatchObject({ fit: "asks", name: "A stronger service, 150 A" });
    expect(wayIn(answer, "follow")).toMatchObject({ fit: "fits", amps: 48 });
    expect(wayIn(answer, "second-meter").board).toEqual({
      mainAmps: 100,
      houseAmps: 0,
      carAmps: 48,
      gives: false,
    });
    expect(wayIn(answer, "socket")).toMatchObject({ fit: "no", amps: 12 });
  });

  test("follows its limit of 80 A over a year of a made-up house, and says that it is one", () => {
    expect([answer.madeUp, answer.limitAmps]).toEqual([true, 80]);
    const { followed } = answer;
    expect(followed!.nights.length).toBe(364);
    expect(followed!.peakWithAmps).toBeLessThanOrEqual(
      Math.max(80, ...answer.series.watts.map((w) => (w ?? 0) / 240)),
    );
    expect(followed!.peakWithoutAmps).toBeGreaterThan(80);
    expect(followed!.throttledShare).toBeGreaterThan(0);
    expect(wayIn(answer, "follow").cautions.join()).toContain("made-up house");
    expect(wayIn(answer, "off-peak").cautions.join()).toContain("A timer is no load management");
  });

  test("a way that does not give the same all night is held against the week at what would bring as much", () => {
    const tight = fittingOf(full({ follow: { limitAmps: 40, waitMinutes: 10 } }));
    const follow = wayIn(tight, "follow");
    expect(follow.week!.asAmps).toBeLessThan(48);
    const night = (amps: number) =>
      wayIn(fittingOf(full({ wanted: { phases: 1, amps } })), "second-meter").nightKm;
    const least = Math.min(follow.followed!.nineInTenKm, night(48));
    expect(night(follow.week!.asAmps)).toBeLessThanOrEqual(least + 1e-6);
    expect(night(follow.week!.asAmps + 1)).toBeGreaterThan(least);
    expect(wayIn(answer, "second-meter").week!.asAmps).toBe(48);
  });

  test("the dryer's circuit is shared only where the house without it has room", () => {
    expect(wayIn(answer, "dryer")).toMatchObject({ fit: "no", circuits: null });
    // 5 kVA of which 40 % counted: 8.3 A more.
    expect(wayIn(answer, "dryer").why).toBe(
      "Even without the dryer the house leaves 18.8 A: less than the 24 A such a unit takes.",
    );
    const roomy = fittingOf(
      full({ service: { system: "split-phase", phases: 1, mainAmps: 125, areaM2: 139.35, loads: FULL } }),
    );
    expect(wayIn(roomy, "dryer")).toMatchObject({ fit: "asks", amps: 24, breakerAmps: 30 });
  });
});

describe("ways that fit", () => {
  test("a roomy house takes what is wished, and needs no stronger service", () => {
    const answer = fittingOf(
      full({ service: { system: "split-phase", phases: 1, mainAmps: 200, areaM2: 139.35, loads: FULL } }),
    );
    expect(wayIn(answer, "wanted")).toMatchObject({ fit: "fits", amps: 48 });
    expect(wayIn(answer, "setting")).toMatchObject({
      fit: "no",
      why: "It fits as it is: nothing has to be lowered.",
    });
    expect(wayIn(answer, "upgrade").why).toBe("The service there is would do: a stronger one is not needed.");
  });

  test("a unit too large for a socket says that it has to be wired in, where one was thought of", () => {
    const service = { ...full().service, mainAmps: 200 };
    const on = (end: string) =>
      wayIn(fittingOf(full({ service, run: { ...full().run, end } })), "wanted").cautions;
    expect(on("socket").join()).toContain("48 A for hours is more than a socket holds");
    expect(on("hardwired")).toEqual([]);
  });

  test("what a measured year leaves is judged by it, and a coarse one only asks", () => {
    const series = (stepMinutes: 15 | 60) => ({
      startMs: Date.UTC(2026, 0, 1),
      stepMinutes,
      watts: Array.from({ length: (366 * 24 * 60) / stepMinutes }, (_, i) => (i % 97 === 0 ? 9_600 : 700)),
    });
    const fine = fittingOf(full({ series: series(15) }));
    expect([fine.madeUp, fine.method.id, fine.method.leftAmps]).toEqual([false, "nec-220.87", 50]);
    expect(wayIn(fine, "wanted").fit).toBe("fits");
    expect(wayIn(fine, "follow").cautions.join()).not.toContain("These figures are of");
    const month = fittingOf(full({ series: { ...series(15), watts: series(15).watts.slice(0, 96 * 40) } }));
    expect(wayIn(month, "follow").cautions.join()).toContain("These figures are of 40 days");
    const sunny = fittingOf(full({ series: { ...series(15), watts: [-900, ...series(15).watts] } }));
    expect(wayIn(sunny, "off-peak").cautions.join()).toContain("The house feeds in at times");
    expect(wayIn(sunny, "wanted").fit).toBe("no");
    const coarse = fittingOf(
      full({ series: series(60), service: { ...full().service, method: "nec-220.87" } }),
    );
    expect(wayIn(coarse, "wanted").fit).toBe("asks");
    expect(fittingOf(full({ series: series(60) })).method.id).toBe("nec-220.82");
  });

  test("a unit on one phase of three is held to what the utility allows there", () => {
    const service = { system: "230/400", phases: 3, mainAmps: 35, areaM2: 100, loads: [] };
    const wanted = { phases: 1, amps: 32 };
    expect(
      wayIn(fittingOf(documentOf(fallowQuay, { service: { ...service, mainAmps: 63 }, wanted })), "wanted")
        .fit,
    ).toBe("fits");
    const held = fittingOf(
      documentOf(fallowQuay, { service: { ...service, mainAmps: 63, imbalanceAmps: 20 }, wanted }),
    );
    expect(wayIn(held, "wanted").fit).toBe("no");
    expect(wayIn(held, "setting")).toMatchObject({ amps: 20 });
    expect(wayIn(held, "smaller").amps).toBe(16);
    expect(wayIn(held, "off-peak").amps).toBeLessThanOrEqual(20);
    expect(held.followed!.nights.every(({ secondsAt }) => secondsAt.length === 21)).toBe(true);
  });

  test("a run too long for any conductor is no way, and says so", () => {
    const far = fittingOf(
      full({
        service: { ...full().service, mainAmps: 400 },
        run: { ...full().run, lengthM: 300, dropShare: 0.005 },
      }),
    );
    expect(wayIn(far, "wanted")).toMatchObject({
      fit: "no",
      why: "No conductor that is usually laid carries 60 A over 300 m and goes into the terminals.",
    });
    expect(far.best === null || wayIn(far, far.best).circuits === null).toBe(true);
  });

  test("the cheapest that is enough is named; a far commuter may need another", () => {
    const roomy = { ...documentOf(fallowQuay).service, mainAmps: 80 };
    const near = fittingOf(
      documentOf(fallowQuay, { service: roomy, night: { ...documentOf(fallowQuay).night, km: 40 } }),
    );
    expect([near.best, wayIn(near, near.best!).week!.verdict]).toEqual(["socket", "holds"]);
    const far = fittingOf(
      documentOf(fallowQuay, {
        service: roomy,
        pattern: { start: "2026-11-23", days: PRESETS.delivery.days },
      }),
    );
    expect(far.best).not.toBe("socket");
    expect(wayIn(far, "socket").week!.shortKm).toBeGreaterThan(0);
  });

  test("more house never leaves more room, and a stronger main never less", () => {
    const loads = fc.array(fc.constantFrom(...LOAD_KINDS), { maxLength: 6 });
    law(
      fc.record({ loads, mainAmps: fc.constantFrom(60, 100, 150, 200), nec: fc.boolean() }),
      { runs: 40, mostSkipped: 0 },
      ({ loads: kinds, mainAmps, nec }) => {
        const system = nec ? "split-phase" : "230/400";
        const leftOf = (list: readonly (typeof kinds)[number][], main: number) =>
          fittingSetting(
            documentOf(nec ? larchHollow : fallowQuay, {
              service: {
                system,
                phases: 1,
                mainAmps: main,
                areaM2: 120,
                loads: list.map((kind) => usualLoad(kind, nec ? "nec" : "iec")),
              },
            }),
          ).method.leftAmps;
        expect(leftOf([...kinds, "cooking"], mainAmps)).toBeLessThanOrEqual(leftOf(kinds, mainAmps) + 1e-9);
        expect(leftOf(kinds, mainAmps + 25)).toBeCloseTo(leftOf(kinds, mainAmps) + 25, 6);
      },
    );
  });
});

test("advice judged again: whatever fits holds the main by its amounts, is wired for its breaker, and stops nothing on the Path", () => {
  let fits = 0;
  const any = fc.record({
    nec: fc.boolean(),
    mainAmps: fc.constantFrom(25, 40, 63, 100, 125, 200),
    kinds: fc.array(fc.constantFrom(...LOAD_KINDS), { maxLength: 8 }),
    amps: fc.constantFrom(8, 16, 20, 32, 48, 80),
    lengthM: fc.integer({ min: 3, max: 120 }),
    ambientC: fc.integer({ min: 10, max: 50 }),
    circuits: fc.integer({ min: 1, max: 4 }),
  });
  law(any, { runs: 25, mostSkipped: 0 }, ({ nec, mainAmps, kinds, amps, ...run }) => {
    const garage = nec ? larchHollow : fallowQuay;
    const base = documentOf(garage);
    const asked = documentOf(garage, {
      service: {
        system: nec ? "split-phase" : "230/400",
        phases: 1,
        mainAmps,
        areaM2: 110,
        loads: kinds.map((kind) => usualLoad(kind, nec ? "nec" : "iec")),
      },
      wanted: { phases: 1, amps },
      run: { ...base.run, ...run },
    });
    for (const way of fittingOf(asked).ways) {
      expect(way.cost.high).toBeGreaterThanOrEqual(way.cost.low);
      if (way.fit === "no") continue;
      fits += 1;
      const { board, circuits } = way;
      if (!board.gives) expect(board.houseAmps + board.carAmps).toBeLessThanOrEqual(board.mainAmps + 1e-6);
      expect(way.amps).toBeGreaterThanOrEqual(6);
      expect(way.amps).toBeLessThanOrEqual(way.unitAmps);
      if (circuits) {
        expect(circuits.fits!.carried.amps).toBeGreaterThanOrEqual(circuits.breakerAmps - 1e-9);
        expect(circuits.breakerAmps).toBeGreaterThanOrEqual(way.unitAmps * (nec ? 1.25 : 1) - 1e-9);
      }
      const session = {
        fromSoc: 0.2,
        toSoc: 0.8,
        pluggedInAt: "2026-11-23T18:10",
        neededBy: null,
        batteryC: null,
        heatingW: 0,
      };
      const plan = planOn({ household: asked.household, session }, asked.car, way.way!);
      const solution = solvePlan(plan);
      if (isRefusal(solution)) throw new Error(`${way.id}: ${solution.message}`);
      const stops = cautionsFor(pathOf(plan), solution, 0.8).filter(({ severity }) => severity === "stop");
      expect(stops.map(({ code }) => `${way.id}: ${code}`)).toEqual([]);
    }
  });
  expect(fits).toBeGreaterThan(20);
});

describe("the brief", () => {
  const asked = full();
  const answer = fittingOf(asked);

  test("says what, where, by what the house was judged, the circuit, and what to ask, test and permit", () => {
    const parts = briefOf(asked, answer, wayIn(answer, "follow"));
    expect(parts.map(({ title }) => title)).toEqual([
      "What is wanted",
      "Where",
      "The house",
      "The circuit, as it looks from here",
      "Photos to take before you call",
      "Questions to ask",
      "To have tested and written down",
      "Permits and inspections",
    ]);
    const text = briefText("Farm house", parts, ["photo.board"]);
    expect(text).toContain(BRIEF_CAUTION);
    expect(text).toContain("- [x] The board, open as far as it opens by hand");
    expect(text).toContain("- [ ] The main breaker or fuse");
    expect(text).toContain("The house's demand was not measured.");
    expect(text).toContain(
      "By the sum of its loads (NEC 220.82) the house comes to 89.5 A, and 10.5 A are left.",
    );
    expect(text).toContain("unit for 48 A, breaker 60 A.");
    expect(text).toContain(
      "6 AWG copper, earth 10 AWG, 18 m in conduit: carries 65 A at 30 °C with 1 circuit together",
    );
    expect(text).toContain("heating: 9 kW (assumed, the plate was not read)");
    expect(text).toContain("what happens when they fall silent?");
    const ids = parts.flatMap(({ lines }) => lines.flatMap(({ id }) => id ?? []));
    expect(new Set(ids).size).toBe(ids.length);
  });

  test("of a way that is set lower says to what, and a socket has no circuit to lay", () => {
    expect(briefText("x", briefOf(asked, answer, wayIn(answer, "setting")), [])).toContain(
      "unit for 48 A, set to 10 A, breaker 60 A.",
    );
    expect(briefText("x", briefOf(asked, answer, wayIn(answer, "socket")), [])).toContain(
      "Over an existing socket",
    );
    expect(neededItems("follow")).toContain("sensor");
    expect(neededItems("wanted")).not.toContain("sensor");
  });
});

describe("the document", () => {
  const written = { format: INSTALL_FORMAT, version: SPEC_VERSION, name: "house", ...full() } as const;

  test("reads back byte by byte, and its rows name every field", () => {
    const text = printInstall(written as never);
    const read = parseInstall(text);
    expect(read.ok && printInstall(read.value)).toBe(text);
    const rows = installRows(full());
    expect(rows.methods[0]).toMatchObject({
      id: "nec-220.82",
      judged: true,
      leftAmps: expect.closeTo(10.5, 3) as number,
    });
    expect(rows.ways.find(({ id }) => id === "follow")).toMatchObject({
      throttledShare: expect.any(Number) as number,
      pausedHours: expect.any(Number) as number,
      shortNights: expect.any(Number) as number,
    });
    expect(rows.circuits.find(({ way }) => way === "wanted")).toMatchObject({
      breakerAmps: 60,
      conductor: "6 AWG",
      nextConductor: "4 AWG",
    });
  });

  test.each([
    [{ service: { ...written.service, mainAmps: 0 } }, "service.mainAmps", "accepted: 10 to 400 A"],
    [{ wanted: { phases: 3, amps: 16 } }, "wanted.phases", "accepted: 1, as the house has one phase"],
    [{ run: { ...written.run, laying: "clipped" } }, "run.laying", "accepted: conduit or cable"],
    [
      { night: { ...written.night, neededBy: written.night.pluggedInAt } },
      "night.neededBy",
      "accepted: another time than it is plugged in at",
    ],
    [
      { night: { ...written.night, pluggedInAt: "25:00" } },
      "night.pluggedInAt",
      "accepted: a time such as 07:30",
    ],
    [
      { series: { startMs: 0, stepMinutes: 15, watts: [1] } },
      "series.startMs",
      "accepted: moments of the years 2000 to 2099",
    ],
    [
      { series: { startMs: Date.UTC(2026, 0), stepMinutes: 7, watts: [1] } },
      "series.stepMinutes",
      "accepted: intervals of 15, 30, 60 minutes",
    ],
    [{ tariff: { ...written.tariff, currency: "NOK" } }, "tariff.currency", "currencies are never mixed"],
    [
      { follow: { limitAmps: 101, waitMinutes: 10 } },
      "follow.limitAmps",
      "accepted: 10 to 100 A, which is the main",
    ],
    [{ seed: -1 }, "seed", ""],
  ])("%j is refused at its field", (more, field, message) => {
    const judged = judgeInstall({ ...written, ...more });
    const problem = judged.ok ? undefined : judged.problems.find((one) => one.field === field);
    expect(problem?.message).toContain(message);
  });
});

test.each([
  ["Larch Hollow", larchHollow, "split-phase", 48],
  ["Fallow Quay", fallowQuay, "230/400", 32],
])("%s begins with a usual house in which everything is assumed", (_, garage, system, amps) => {
  const first = firstInstall(garage);
  expect([first.service.system, first.wanted.amps]).toEqual([system, amps]);
  expect(first.service.loads.every(({ assumed }) => assumed)).toBe(true);
  expect(fittingOf(documentOf(garage)).best).not.toBeNull();
});

test("names in a brief are text, whatever markup they hold", () => {
  const name = `<img src=x onerror=alert(1)> [go](javascript:alert(1)) *a* _b_ \`c\` &lt; ~d~ | \\`;
  const text = briefText(name, [{ title: name, lines: [{ id: null, text: name }] }] as never, []);
  const said = name.replace(/[\\`*_[\]<>&~|]/g, (mark) => `\\${mark}`);
  expect(text.split("\n").filter((line) => line.endsWith(said))).toEqual([
    `# ${said}`,
    `## ${said}`,
    `- ${said}`,
  ]);
  // Nothing that opens a tag, a link or code is left without its backslash.
  expect(text.replaceAll(/\\./g, "")).not.toMatch(/[<>[\]`]/);
});
