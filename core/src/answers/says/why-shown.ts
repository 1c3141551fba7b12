import { pathOf, type Plan } from "../../engine/plan";
import { compile, isRefusal } from "../../engine/path";
import { FIGURES, lowerSteps, onOnePhase, setTo, type Figure } from "./causes";
import { atTheWall, expectedOf, shows, valueOf, type Observation } from "./observation";

/** One change that alone makes a display true. */
export type Explanation =
  /** The display counts at the wall what is counted here in the battery. */
  | { readonly kind: "wall"; readonly value: number }
  /** One phase carries instead of more. */
  | { readonly kind: "one-phase" }
  /** The unit, or the car, is set to a lower current (A). */
  | { readonly kind: "step"; readonly amps: number }
  /** A figure of the car is another one: about so much, between what the display's own step leaves open. */
  | {
      readonly kind: "figure";
      /** Of what is counted for a distance, the same at the wall (Wh/km): what people divide the meter by. */
      readonly atWall?: number;
      readonly figure: Figure["id"];
      readonly name: string;
      readonly unit: string;
      readonly was: number;
      readonly value: number;
      readonly from: number;
      readonly to: number;
      /** It lies where such figures usually lie. */
      readonly usual: boolean;
    };

/** What a display says beside what is computed. */
export interface Explained {
  readonly expected: number;
  readonly observed: number;
  /** Nothing has to be explained: it shows what is computed, as displays round. */
  readonly agrees: boolean;
  /** It agrees, or would, as displays that cut off what is behind the last figure. */
  readonly cutOff: boolean;
  /** What alone would make it true, the likeliest first. */
  readonly explanations: readonly Explanation[];
  /** What to read next where more than one reason is left, or none. */
  readonly next: string | null;
}

const HALVINGS = 40;

/** The value of a figure at which the plan shows a target; undefined where no value in its range does. */
function solved(plan: Plan, figure: Figure, seen: Observation, target: number): number | undefined {
  const at = (value: number) => expectedOf({ ...plan, car: figure.put(plan.car, value) }, seen);
  let [low, high] = figure.within;
  // Where too little is left to charge nothing is shown: as little as can be.
  const [first, last] = [at(low), at(high)].map((shown) => (Number.isNaN(shown) ? 0 : shown)) as [
    number,
    number,
  ];
  if ((first - target) * (last - target) > 0) return undefined;
  const rising = last > first;
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (low + high) / 2;
    const shown = at(middle) || 0;
    if (shown < target === rising) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** What a figure of the car would have to be, and how closely the display tells. */
function byFigure(plan: Plan, figure: Figure, seen: Observation): Explanation | undefined {
  if (!figure.moves.includes(seen.kind)) return undefined;
  const shown = valueOf(seen);
  const value = solved(plan, figure, seen, shown);
  if (value === undefined) return undefined;
  const ends = [shown - seen.step / 2, shown + seen.step / 2].map(
    (target) => solved(plan, figure, seen, target) ?? value,
  );
  const [least, most] = figure.usual(plan.car);
  const [from, to] = [Math.min(...ends), Math.max(...ends)];
  return {
    kind: "figure",
    figure: figure.id,
    name: figure.name,
    unit: figure.unit,
    was: figure.of(plan.car),
    value,
    from,
    to,
    ...(figure.id === "economy" ? { atWall: (atTheWall(plan, seen)! * plan.car.whPerKm) / shown } : {}),
    // What the display leaves open may reach into what is usual.
    usual: to >= least && from <= most,
  };
}

/** How far a figure moves, of what is usual for it: the less, the likelier. */
function strain(plan: Plan, explanation: Explanation): number {
  switch (explanation.kind) {
    case "wall":
      return 0.1;
    case "step":
      return 0.4;
    case "one-phase":
      return 0.3;
    case "figure": {
      const figure = FIGURES.find(({ id }) => id === explanation.figure)!;
      const [least, most] = figure.usual(plan.car);
      return Math.abs(explanation.value - explanation.was) / (most - least) + (explanation.usual ? 0 : 10);
    }
  }
}

/** The amps that would flow over a plan. */
function flowing(plan: Plan): number {
  const circuit = compile(pathOf(plan));
  return isRefusal(circuit) ? 0 : expectedOf(plan, { kind: "amps", amps: 0, step: 1 });
}

/** What separates the reasons that are left. */
function nextReading(explanations: readonly Explanation[], seen: Observation): string | null {
  const usual = explanations.filter((one) => one.kind !== "figure" || one.usual);
  if (usual.length === 1) return null;
  if (usual.length === 0)
    return "Nothing alone that is usual for a car makes this true. Read a meter at the wall before and after, with the per cent the car shows at both.";
  const kinds = new Set(usual.map((one) => (one.kind === "figure" ? one.figure : one.kind)));
  if (seen.kind === "speed")
    return "Read the kW or the amps beside it: they do not depend on what the car counts for a distance.";
  if (kinds.has("step") || kinds.has("one-phase"))
    return "Read the amps, on the car's display or the unit's: they tell a lower step from everything else.";
  if (kinds.has("capacity"))
    return "Read a meter at the wall before and after: it tells a smaller battery from losses.";
  return "Read it once more at another current: own draw stays the same, what the charger loses grows.";
}

/**
 * What a car or a post displays, explained: the same circuit is solved with one thing changed at a time, and what alone
 * makes the display true is told, the likeliest first.
 * @example whyShown(plan, { kind: "power", watts: 1, step: 1 }).agrees // false
 */
export function whyShown(plan: Plan, seen: Observation): Explained {
  const expected = expectedOf(plan, seen);
  const observed = valueOf(seen);
  const cutOff = expected > observed + seen.step / 2;
  if (shows(expected, seen))
    return { expected, observed, agrees: true, cutOff, explanations: [], next: null };
  const found: Explanation[] = [];
  const wall = atTheWall(plan, seen);
  if (wall !== undefined && shows(wall, seen)) found.push({ kind: "wall", value: wall });
  const single = onOnePhase(plan);
  if (single && shows(expectedOf(single, seen), seen)) found.push({ kind: "one-phase" });
  const step = lowerSteps(plan, flowing(plan)).find((amps) =>
    shows(expectedOf(setTo(plan, amps), seen), seen),
  );
  if (step !== undefined) found.push({ kind: "step", amps: step });
  for (const figure of FIGURES) {
    const explanation = byFigure(plan, figure, seen);
    if (explanation) found.push(explanation);
  }
  const explanations = found.sort((a, b) => strain(plan, a) - strain(plan, b));
  return {
    expected,
    observed,
    agrees: false,
    cutOff: false,
    explanations,
    next: nextReading(explanations, seen),
  };
}
