import {
  isRefusal,
  pathOf,
  planOf,
  pointOf,
  solvePlan,
  watts,
  type Garage,
  type SavedPath,
  type OperatingPoint,
  type Solution,
} from "@kettleback/core";
import { DEMO_GARAGES, fallowQuay } from "@kettleback/core/demo";
import { isTied, laneOutlines, layOut, linksDrawn, type Drawing } from "./layout";

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

const night = solutions[0]!;

test("a path is drawn to the least of the printed scales that holds it, the inlet left aside; what is wider is broken", () => {
  const { links, scale } = drawingOf(night);
  // The onboard charger takes 28.7 A: 40 is the least that holds it. The inlet's contacts hold 80.
  expect(scale).toBe(40);
  expect(links.filter(({ bars }) => bars[0]!.beyond).map(({ link }) => link.kind)).toEqual(["inlet"]);
  const of = (kind: string) => links.find(({ link }) => link.kind === kind)!.bars[0]!.thick;
  expect(of("outlet") / of("inlet")).toBeCloseTo(10 / 40, 9);
  for (const s of solutions) {
    const drawing = drawingOf(s);
    expect(s.point.current === "DC" ? [125, 250, 500] : [20, 40, 80]).toContain(drawing.scale);
    for (const { bars, link } of drawing.links)
      if (link.kind !== "inlet" && Number.isFinite(link.ceilingAmps) && link.ceilingAmps > 0)
        expect(bars[0]!.beyond).toBe(link.ceilingAmps > drawing.scale);
  }
});

test("a broken edge goes in and out between its joints, a whole one is straight", () => {
  const { links } = drawingOf(night);
  const [whole] = laneOutlines(
    links.map((box) => ({ ...box, bars: box.bars.map((b) => ({ ...b, beyond: false })) })),
    0,
  );
  const [broken] = laneOutlines(links, 0);
  expect(whole).toHaveLength(4 * links.length);
  expect(broken!.length).toBeGreaterThan(whole!.length + 10);
  const inlet = links.find(({ link }) => link.kind === "inlet")!;
  const edge = broken!.filter(
    ([along, across]) => along > inlet.from + 9 && along < inlet.to - 9 && across < inlet.bars[0]!.mid,
  );
  const straight = inlet.bars[0]!.mid - inlet.bars[0]!.thick / 2;
  expect(new Set(edge.map(([, across]) => Math.abs(across - straight).toFixed(3)))).toEqual(
    new Set(["2.500"]),
  );
  expect(new Set(edge.map(([, across]) => Math.sign(across - straight)))).toEqual(new Set([1, -1]));
});

test("heat leaves to scale: half the watts, half as thick, and never invisible", () => {
  for (const s of solutions) {
    const lossy = drawingOf(s).links.filter(({ lossW }) => lossW >= 0.5);
    const worst = Math.max(...lossy.map(({ lossW }) => lossW));
    for (const { lossW, lossThick } of lossy)
      expect(lossThick).toBeCloseTo(Math.max(1, (12 * lossW) / Math.max(worst, 1)), 9);
  }
});

test("a link that holds back as much as the narrowest ties with it; one that lets more through is next", () => {
  const { point } = night;
  expect(isTied(point)).toBe(true);
  expect(
    drawingOf(night)
      .links.filter(({ tied }) => tied)
      .map(({ link }) => link.kind),
  ).toEqual(["evse"]);
  const links = point.links.map((link, i) =>
    i === point.runnerUp ? { ...link, ceilingW: watts(link.ceilingW * 1.01) } : link,
  );
  const next = layOut({ ...point, links }, night.solution.moment.balance, extent).links;
  expect(next.some(({ tied }) => tied)).toBe(false);
  expect(next.filter(({ runnerUp }) => runnerUp)).toHaveLength(1);
});
