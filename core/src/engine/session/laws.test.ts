import fc from "fast-check";
import { atOnce, cutRun, ledgerOf, LOSS_CAUSES, run } from ".";
import { anyAcPath, anyDcPath, anyPath, between, socSpan } from "../../tests/arbitraries";
import { law, SKIPPED } from "../../tests/law";
import { chargeOver } from "../../tests/solve";
import { isRefusal, type ChargingPath } from "../path";
import type { Session } from "../plan";

const solved = (
  path: ChargingPath,
  span: { fromSoc: number; toSoc: number },
  departure: number | null = null,
  batteryC: number | null = null,
): Session | undefined => {
  const session = chargeOver(path, { ...span, batteryC }, departure);
  return isRefusal(session) ? undefined : session;
};
const hour = fc.double({ min: 60, max: 40 * 3600, noNaN: true });
const temperature = fc.option(between(-25, 35), { nil: null, freq: 1 });

/** Of random AC paths nearly half refuse to charge, and say why; a law is held over the rest. */
const AC = { runs: 1200, mostSkipped: 0.5 };
const DC = { runs: 500, mostSkipped: 0.15 };
const BOTH = { runs: 1500, mostSkipped: 0.45 };

test("energy balances: the meter is the battery plus every loss, and nothing is negative or not a number", () => {
  law(
    fc.tuple(anyPath, socSpan, fc.option(hour, { nil: null }), temperature),
    BOTH,
    ([path, span, departure, batteryC]) => {
      const s = solved(path, span, departure, batteryC);
      if (!s) return SKIPPED;
      const { ledger, moment } = s;
      const sum = LOSS_CAUSES.reduce<number>((total, cause) => total + ledger[cause], ledger.stored);
      expect(Math.abs(sum - ledger.wall)).toBeLessThanOrEqual(1e-9 * ledger.wall + 1e-9);
      const gained = (s.endSoc - span.fromSoc) * path.car.battery.usableWh;
      expect(Math.abs(ledger.stored - gained)).toBeLessThanOrEqual(1e-9 * gained + 1e-6);
      expect(s.endSoc).toBeLessThanOrEqual(span.toSoc);
      for (const value of [...Object.values(ledger), ...Object.values(moment.balance), s.endSoc, moment.amps])
        expect(value).toBeGreaterThanOrEqual(-1e-9);
      // The car's own draw runs for just the hours it charges.
      const hours = s.run.slices.reduce((total, slice) => total + slice.to - slice.from, 0) / 3600;
      expect(Math.abs(ledger.ownDraw - hours * s.circuit.ownDrawW)).toBeLessThanOrEqual(
        1e-9 * ledger.ownDraw + 1e-9,
      );
    },
  );
});

test("slices follow one another: charge without gap, time never back, power as the next begins", () => {
  law(fc.tuple(anyPath, socSpan, temperature), BOTH, ([path, span, batteryC]) => {
    const s = solved(path, span, null, batteryC);
    if (!s) return SKIPPED;
    const { slices, end } = s.whole;
    expect(slices[0]!.fromSoc).toBe(span.fromSoc);
    expect(end.soc).toBe(span.toSoc);
    slices.slice(1).forEach((slice, i) => {
      const before = slices[i]!;
      expect(slice.fromSoc).toBe(before.toSoc);
      expect(slice.from).toBe(before.to);
      expect(Math.abs(slice.startW / before.endW - 1)).toBeLessThan(1e-6);
      expect(slice.fromC).toBe(before.toC);
    });
  });
});

test("flow never exceeds a ceiling that limits, on AC or DC; one that only holds is marked where it does", () => {
  law(fc.tuple(anyPath, socSpan, temperature), BOTH, ([path, span, batteryC]) => {
    const s = solved(path, span, null, batteryC);
    if (!s) return SKIPPED;
    const { circuit, moment } = s;
    const { phases } = moment.flow.way;
    if (circuit.sign > 0) expect(moment.flow.amps).toBeGreaterThanOrEqual(6);
    circuit.links.forEach((link, i) => {
      const ceiling = moment.ceilings[i]!;
      expect(phases).toBeLessThanOrEqual(link.phases);
      if (link.role === "holds") return;
      expect(moment.amps).toBeLessThanOrEqual(ceiling.amps * (1 + 1e-8));
      const passes = link.kind === "evse" ? moment.balance.wall - moment.balance.evse : moment.inletW;
      expect(passes).toBeLessThanOrEqual(ceiling.watts * (1 + 1e-8));
    });
    if (circuit.sign < 0) {
      // At every moment, not only at the fullest: the sign is never exceeded at the billed meter.
      for (const slice of s.whole.slices)
        expect(Math.max(slice.startWallW, slice.endWallW)).toBeLessThanOrEqual(circuit.capW * (1 + 1e-8));
    }
    if (circuit.setting) {
      expect(circuit.setting.amps).toBeLessThanOrEqual(circuit.holds * (1 + 1e-9) + 1e-8);
      expect(circuit.setting.amps).toBeGreaterThanOrEqual(6);
      expect(circuit.pulls).toBeGreaterThan(circuit.setting.amps);
    }
  });
});

type Widening = (path: ChargingPath) => ChargingPath | undefined;
const WIDER: Record<string, Widening> = {
  "no resistance in the run": (p) => ({
    ...p,
    outlet: { ...p.outlet, circuit: { ...p.outlet.circuit, run: undefined } },
  }),
  "a shorter lead": (p) => p.lead && { ...p, lead: { ...p.lead, lengthM: p.lead.lengthM / 3 } },
  "a stronger unit": (p) =>
    p.evse.kind === "rapid"
      ? undefined
      : { ...p, evse: { ...p.evse, maxAmps: Math.min(80, p.evse.maxAmps * 1.3) } },
  "a cable of more amps": (p) => p.cable && { ...p, cable: { ...p.cable, amps: p.cable.amps * 1.3 } },
  "a three-phase cable": (p) =>
    p.cable?.stationEnd === "type2" ? { ...p, cable: { ...p.cable, phases: 3 } } : undefined,
  "a battery that takes more": (p) =>
    p.car.battery.acceptance && {
      ...p,
      car: {
        ...p.car,
        battery: {
          ...p.car.battery,
          acceptance: p.car.battery.acceptance.map((point) => ({ ...point, watts: point.watts * 1.2 })),
        },
      },
    },
};

/** What limits, widened, with every hand off the settings: holding links and settings are the caution's business. */
const handsOff = (path: ChargingPath): ChargingPath => ({
  ...path,
  settings: { ...path.settings, evseAmps: 80, carAmps: undefined },
});

test.each(Object.entries(WIDER))("%s never slows charging and never stops it", (_, widen) => {
  law(fc.tuple(anyAcPath, socSpan), { runs: 500, mostSkipped: 0.93 }, ([path, span]) => {
    const open = handsOff(path);
    const before = solved(open, span);
    const wider = widen(open);
    if (!before || !wider) return SKIPPED;
    const after = solved(wider, span);
    expect(after).toBeDefined();
    expect(after!.secondsToTarget).toBeLessThanOrEqual(before.secondsToTarget * (1 + 1e-9));
  });
});

const STATION: Record<string, (path: ChargingPath) => ChargingPath> = {
  "more power on the sign": (p) =>
    p.evse.kind === "rapid" ? { ...p, evse: { ...p.evse, maxW: p.evse.maxW * 1.4 } } : p,
  "more amps": (p) =>
    p.evse.kind === "rapid" ? { ...p, evse: { ...p.evse, maxAmps: p.evse.maxAmps * 1.4 } } : p,
  "nobody beside": (p) => ({ ...p, settings: { ...p.settings, otherBusy: false } }),
};

test.each(Object.entries(STATION))("at a station, %s never slows charging", (_, widen) => {
  law(fc.tuple(anyDcPath, socSpan), DC, ([path, span]) => {
    const before = solved(path, span);
    if (!before) return SKIPPED;
    expect(solved(widen(path), span)!.secondsToTarget).toBeLessThanOrEqual(
      before.secondsToTarget * (1 + 1e-7),
    );
  });
});

test("a stronger onboard charger never brings less to the inlet", () => {
  // Not time: a larger charger of the same rated efficiency wastes more at part load, as real ones do.
  law(fc.tuple(anyAcPath, socSpan), AC, ([path, span]) => {
    const open = {
      ...handsOff(path),
      car: { ...path.car, battery: { ...path.car.battery, acceptance: undefined } },
    };
    const before = solved(open, span);
    if (!before) return SKIPPED;
    const { charger } = open.car;
    const limits = charger.limits.map((l) => ({ ...l, amps: l.amps * 1.3 }));
    const after = solved({ ...open, car: { ...open.car, charger: { ...charger, limits } } }, span);
    if (!after) return SKIPPED;
    expect(after.moment.inletW).toBeGreaterThanOrEqual(before.moment.inletW * (1 - 1e-9));
  });
});

test("a run cut anywhere and gone on from there is the same run, in time and in every cause of loss", () => {
  law(fc.tuple(anyPath, socSpan, between(0.05, 0.95), temperature), BOTH, ([path, span, share, batteryC]) => {
    const s = solved(path, span, null, batteryC);
    if (!s) return SKIPPED;
    const { circuit, start, whole } = s;
    const time = share * whole.end.elapsed;
    const first = run(circuit, atOnce(span.toSoc, time), start);
    const second = run(circuit, atOnce(span.toSoc), first.end);
    // Where temperature counts the solver's steps differ: its own error is what may remain.
    const error = batteryC === null ? 1e-8 : 3e-6;
    expect(Math.abs(second.end.elapsed / whole.end.elapsed - 1)).toBeLessThan(error);
    const all = ledgerOf(whole.slices);
    const parts = [ledgerOf(first.slices), ledgerOf(second.slices)] as const;
    const cut = cutRun(whole, start, time).map(({ slices }) => ledgerOf(slices)) as [typeof all, typeof all];
    for (const cause of [...LOSS_CAUSES, "wall", "stored", "upstream"] as const) {
      // A quadrature over other slices: each loss to a millionth of the meter.
      expect(Math.abs(parts[0][cause] + parts[1][cause] - all[cause])).toBeLessThanOrEqual(
        Math.max(10 * error, 1e-6) * all.wall,
      );
      expect(Math.abs(cut[0][cause] + cut[1][cause] - all[cause])).toBeLessThanOrEqual(
        1e-9 * all.wall + 1e-9,
      );
      expect(cut[0][cause]).toBeGreaterThanOrEqual(-1e-6 * all.wall);
    }
  });
});

test("a departure at any edge of the session, or a rounding step beside it, ends it there in finite figures", () => {
  // Almost level stretches and ones of a rounding step's width, as typed curves and targets leave them.
  const curve = [
    { soc: 0.03, watts: 500.00000000000085 },
    { soc: 0.3, watts: 500 },
    { soc: 0.31, watts: 542.9 },
  ];
  const target = fc.constantFrom(0.3, 0.30000000000000004, 0.3000000000000001, 0.31, 0.35);
  law(
    fc.tuple(anyPath, between(0, 0.29), target, temperature, fc.boolean()),
    { runs: 300, mostSkipped: 0.6 },
    ([path, fromSoc, toSoc, batteryC, level]) => {
      const battery = level ? { ...path.car.battery, acceptance: curve } : path.car.battery;
      const own = { ...path, car: { ...path.car, ownDrawW: path.car.ownDrawW / 4, battery } };
      const whole = solved(own, { fromSoc, toSoc }, null, batteryC);
      if (!whole) return SKIPPED;
      const edges = whole.whole.slices
        .flatMap(({ from, to }) => [from, to, (from + to) / 2])
        .filter((t) => t > 0);
      for (const edge of edges.slice(-9))
        for (const steps of [-3, -1, 0, 1, 3]) {
          const departure = edge * (1 + steps * Number.EPSILON);
          const s = solved(own, { fromSoc, toSoc }, departure, batteryC)!;
          for (const figure of [...Object.values(s.ledger), s.endSoc])
            expect(figure).toBeGreaterThanOrEqual(0);
          expect(s.endSoc).toBeLessThanOrEqual(toSoc);
          expect(s.run.end.elapsed).toBeLessThanOrEqual(Math.max(departure, whole.secondsToTarget));
          const sum = LOSS_CAUSES.reduce<number>((total, cause) => total + s.ledger[cause], s.ledger.stored);
          expect(Math.abs(sum - s.ledger.wall)).toBeLessThanOrEqual(1e-9 * s.ledger.wall + 1e-9);
        }
    },
  );
});

test("a later target is never reached earlier, and a longer stay never ends lower", () => {
  law(fc.tuple(anyPath, socSpan, hour, hour), BOTH, ([path, span, a, b]) => {
    const whole = solved(path, span);
    if (!whole) return SKIPPED;
    const nearer = solved(path, { ...span, toSoc: (span.fromSoc + span.toSoc) / 2 })!;
    expect(nearer.secondsToTarget).toBeLessThan(whole.secondsToTarget);
    const [short, long] = [solved(path, span, Math.min(a, b))!, solved(path, span, Math.max(a, b))!];
    expect(short.endSoc).toBeLessThanOrEqual(long.endSoc + 1e-12);
    expect(long.endSoc).toBeLessThanOrEqual(span.toSoc);
  });
});
