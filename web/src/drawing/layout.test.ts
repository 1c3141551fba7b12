import {
  isRefusal,
  pathOf,
  planOf,
  pointOf,
  solvePlan,
  type Garage,
  type SavedPath,
  type OperatingPoint,
  type Solution,
} from "@kettleback/core";
import { DEMO_GARAGES, fallowQuay } from "@kettleback/core/demo";
import { laneOutlines, layOut, linksDrawn, type Drawing } from "./layout";

const extent = { length: 900, breadth: 118, supply: 88, battery: 104 };
const solved = (garage: Garage, spec: SavedPath, asked: Partial<SavedPath["session"]> = {}): Case => {
  const plan = planOf(garage, { ...spec, session: { ...spec.session, ...asked } });
  const solution = plan.ok && solvePlan(plan.value);
  if (!plan.ok || !solution || isRefusal(solution)) throw new Error(spec.name);
  return { solution, point: pointOf(pathOf(plan.value), solution) };
};
const solutions = DEMO_GARAGES.flatMap((garage) => garage.paths.map(({ spec }) => solved(garage, spec)));
interface Case {
  readonly solution: Solution;
  readonly point: OperatingPoint;
}
const drawingOf = ({ point, solution }: Case): Drawing => layOut(point, solution.moment.balance, extent);

test("links fill the length between supply and battery, in order and without overlap", () => {
  for (const s of solutions) {
    const { links } = drawingOf(s);
    expect(links[0]!.from).toBe(88);
    expect(links.at(-1)!.to).toBeCloseTo(900 - 104, 9);
    links.slice(1).forEach((box, i) => expect(box.from).toBeCloseTo(links[i]!.to, 9));
  }
});

test("the flow is as thick as the narrowest phase, and no phase leaves the drawing or touches another", () => {
  for (const s of solutions) {
    const { links, flow } = drawingOf(s);
    const narrow = links.find((box) => box.index === s.point.binding)!;
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

test("a phase that a link in the middle lacks is drawn in pieces", () => {
  const harbour = solutions.find((s) => s.point.links.some((l) => l.kind === "cable" && l.phases === 3))!;
  const { links } = drawingOf(harbour);
  const cable = links.findIndex((box) => box.bars.length === 3);
  expect(links[cable]!.bars.filter((b) => !b.live)).toHaveLength(2);
  const broken = links.map((box, i) => (i === cable + 1 ? { ...box, bars: box.bars.slice(0, 1) } : box));
  expect(laneOutlines(broken, 0)).toHaveLength(1);
  expect(laneOutlines(broken, 2).length).toBeGreaterThan(1);
});

test("the battery is the cell at the end, and a link of its own only where it binds", () => {
  const topUp = solved(fallowQuay, fallowQuay.paths[0]!.spec, { fromSoc: 0.998, toSoc: 1 });
  for (const s of [...solutions, topUp]) {
    const kinds = drawingOf(s).links.map((box) => box.link.kind);
    expect(kinds.includes("battery")).toBe(s.point.links[s.point.binding]!.kind === "battery");
    expect(linksDrawn(s.point)).toBe(kinds.length);
  }
  expect(topUp.point.links[topUp.point.binding]!.kind).toBe("battery");
});

test("more than a link should hold is drawn wider than its phase", () => {
  const { point, solution } = solutions[0]!;
  const over = { ...point, amps: 20, links: point.links.map((l) => ({ ...l, over: l.ceilingAmps < 20 })) };
  const { flow, links } = layOut(over, solution.moment.balance, extent);
  expect(flow[0]!.thick).toBeGreaterThan(links.find((box) => box.link.kind === "outlet")!.bars[0]!.thick);
});
