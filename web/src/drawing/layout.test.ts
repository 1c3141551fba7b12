import { isRefusal, planOf, solvePlan, type Solution } from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";
import { laneOutlines, layOut, type Drawing } from "./layout";

const extent = { length: 900, breadth: 118, supply: 88, battery: 104 };
const solutions = DEMO_GARAGES.flatMap((garage) =>
  garage.paths.flatMap(({ spec }) => {
    const plan = planOf(garage, spec);
    const solved = plan.ok ? solvePlan(plan.value) : undefined;
    return solved && !isRefusal(solved) ? [solved] : [];
  }),
);
const drawingOf = (s: Solution): Drawing => layOut(s.point, s.atFlow, extent);

test("links fill the length between supply and battery, in order and without overlap", () => {
  for (const s of solutions) {
    const { links } = drawingOf(s);
    expect(links[0]!.from).toBe(88);
    expect(links.at(-1)!.to).toBeCloseTo(900 - 104, 9);
    links.slice(1).forEach((box, i) => expect(box.from).toBeCloseTo(links[i]!.to, 9));
  }
});

test("the flow is as thick as the narrowest lane, and no lane leaves the drawing or touches another", () => {
  for (const s of solutions) {
    const { links, flow } = drawingOf(s);
    const narrow = links[s.point.binding]!;
    expect(narrow.binding).toBe(true);
    expect(flow[0]!.thick).toBeCloseTo(narrow.bars[0]!.thick, 6);
    for (const { bars } of links)
      for (const bar of bars) {
        expect(bar.thick).toBeGreaterThanOrEqual(flow[0]!.thick - 1e-9);
        expect(bar.mid - bar.thick / 2).toBeGreaterThanOrEqual(0);
        expect(bar.mid + bar.thick / 2).toBeLessThanOrEqual(extent.breadth);
        const next = bars.find((b) => b.lane === bar.lane + 1);
        if (next) expect(bar.mid + bar.thick / 2).toBeLessThan(next.mid - next.thick / 2);
      }
  }
});

test("a lane that a link in the middle lacks is drawn in pieces", () => {
  const harbour = solutions.find((s) => s.point.links.some((l) => l.lanes === 3))!;
  const { links } = drawingOf(harbour);
  const cable = links.findIndex((box) => box.bars.length === 3);
  expect(links[cable]!.bars.filter((b) => !b.live)).toHaveLength(2);
  const broken = links.map((box, i) => (i === cable + 1 ? { ...box, bars: box.bars.slice(0, 1) } : box));
  expect(laneOutlines(broken, 0)).toHaveLength(1);
  expect(laneOutlines(broken, 2).length).toBeGreaterThan(1);
});
