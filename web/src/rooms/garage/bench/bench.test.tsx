/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import { DEMO_GARAGES, fallowQuay } from "@kettleback/core/demo";
import { feedOf, OUTLET_TYPE_IDS, SUPPLY_IDS } from "@kettleback/core";
import { Bench } from "./Bench";
import { leadHolds } from "./CarriedOnBench";
import {
  bandHeight,
  batteryWidthOf,
  laneMiddles,
  lengthOf,
  PX_PER_AMP,
  PX_PER_M,
  thicknessOf,
  WIDTH,
} from "./scale";

const KINDS = ["cars", "outlets", "evses", "cables", "leads", "adapters"] as const;

test("one scale: twice the amps are twice as thick, twice the metres twice as long, until it is broken off and says so", () => {
  expect(thicknessOf(32).px).toBe(2 * thicknessOf(16).px);
  expect(thicknessOf(16).px).toBe(16 * PX_PER_AMP);
  expect(lengthOf(20)).toEqual({ px: 20 * PX_PER_M, broken: false });
  expect(batteryWidthOf(80_000).px).toBeCloseTo(2 * batteryWidthOf(40_000).px, 9);
  expect([thicknessOf(500).broken, lengthOf(120).broken, batteryWidthOf(400_000).broken]).toEqual([
    true,
    true,
    true,
  ]);
});

test("lanes lie side by side without touching, about their middle", () => {
  for (const [phases, amps] of [
    [1, 80],
    [2, 16],
    [3, 63],
  ] as const) {
    const middles = laneMiddles(phases, amps);
    expect(middles.reduce((a, b) => a + b, 0)).toBeCloseTo(0, 9);
    for (let i = 1; i < phases; i++)
      expect(middles[i]! - middles[i - 1]!).toBeGreaterThan(thicknessOf(amps, phases).px);
    expect(bandHeight(phases, amps)).toBeCloseTo(
      middles.at(-1)! - middles[0]! + thicknessOf(amps, phases).px,
      9,
    );
  }
});

test.each(KINDS)(
  "%s of both demo households are drawn inside the sheet, with their figures for who cannot see them",
  (kind) => {
    let drawn = 0;
    for (const garage of DEMO_GARAGES)
      for (const { id, spec } of garage[kind]) {
        const { container, unmount } = render(
          <Bench kind={kind} spec={spec} household={garage.household.spec} />,
        );
        const label = screen.getAllByRole("img")[0]!.getAttribute("aria-label");
        expect([id, label]).toEqual([id, expect.not.stringMatching(/undefined|NaN/)]);
        for (const rect of container.querySelectorAll<SVGRectElement>(
          ":scope > svg > g rect, :scope > svg > rect",
        )) {
          const [x, width] = ["x", "width"].map((name) => Number(rect.getAttribute(name)));
          expect([id, x! + width! <= WIDTH, x! >= 0, width! >= 0]).toEqual([id, true, true, true]);
        }
        drawn++;
        unmount();
      }
    expect(drawn).toBeGreaterThan(1);
  },
);

test("every socket type there is can be drawn as an outlet", () => {
  const { spec } = fallowQuay.outlets[0]!;
  for (const type of OUTLET_TYPE_IDS) {
    const system = SUPPLY_IDS.find((id) => feedOf(type, id))!;
    const { unmount, container } = render(
      <Bench
        kind="outlets"
        spec={{ ...spec, type, supply: { system } }}
        household={fallowQuay.household.spec}
      />,
    );
    expect(container.querySelectorAll(".live").length).toBeGreaterThan(0);
    unmount();
  }
});

test("a lead is drawn with what it holds for hours, and its drop and heat at that", () => {
  const lead = fallowQuay.leads[0]!.spec;
  const base = { ...lead, amps: 16, plug: "cee-7", socket: "cee-7", lengthM: 25 } as const;
  expect(leadHolds(base, "usual")).toBe(10);
  expect(leadHolds(base, "rated")).toBe(16);
  expect(leadHolds({ ...base, amps: 6 }, "usual")).toBe(6);
  const spec = { ...base, resistance: { by: "loop", loopOhms: 0.37 } };
  render(<Bench kind="leads" spec={spec} household={fallowQuay.household.spec} />);
  // Arithmetic: 0.37 Ω × 10 A = 3.7 V, and 37 W.
  expect(screen.getByText("−3.7 V, 37 W of heat at that")).toBeTruthy();
});
