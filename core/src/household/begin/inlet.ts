import { INLETS, plugsFor, type InletId } from "../../trade/connectors";
import type { Car } from "../../things/parts";

/** What one sees who looks into a car's inlet, and what that proves. Faces by their standards, from memory. */
export interface InletLook {
  readonly id: string;
  readonly inlet: InletId;
  /** What is seen, in everyday words. */
  readonly seen: string;
  /** Contacts that are not there. */
  readonly empty: readonly ("L2" | "L3")[];
  /** Phases it proves; undefined where the charger behind it may still use fewer than its contacts could carry. */
  readonly phases: 1 | undefined;
  readonly proves: string;
}

const look = (
  id: string,
  inlet: InletId,
  seen: string,
  proves: string,
  more: Partial<Pick<InletLook, "empty" | "phases">> = {},
): InletLook => ({ id, inlet, seen, proves, empty: [], phases: undefined, ...more });

const UP_TO_THREE = "up to three phases: the charger behind it may still use fewer";
const ONE: Pick<InletLook, "phases"> = { phases: 1 };
const TWO_EMPTY: Pick<InletLook, "phases" | "empty"> = { phases: 1, empty: ["L2", "L3"] };

/** Inlets as they are seen, by their contacts. */
export const INLET_LOOKS: readonly InletLook[] = [
  look("type1", "type1", "round, five pins", "a Type 1: one phase, whatever feeds it", ONE),
  look(
    "type2-one",
    "type2",
    "flat on top, seven places, the two lower ones empty",
    "a Type 2 of one phase",
    TWO_EMPTY,
  ),
  look("type2", "type2", "flat on top, seven pins, none missing", `a Type 2, ${UP_TO_THREE}`),
  look("ccs1", "ccs1", "five pins over two large ones", "a Type 1 with rapid charging below: one phase", ONE),
  look(
    "ccs2-one",
    "ccs2",
    "seven places over two large pins, the two lower of the seven empty",
    "a Type 2 of one phase with rapid charging below",
    TWO_EMPTY,
  ),
  look(
    "ccs2",
    "ccs2",
    "seven pins over two large ones, none missing",
    `a Type 2 with rapid charging below, ${UP_TO_THREE}`,
  ),
  look(
    "j3400",
    "j3400",
    "two large, one middling and two small ones, in a narrow mouth",
    "a J3400: one phase",
    ONE,
  ),
];

/**
 * What was seen in an inlet, by its name in the table.
 * @example inletLook("type1")?.phases // 1
 */
export const inletLook = (id: string): InletLook | undefined => INLET_LOOKS.find((seen) => seen.id === id);

/**
 * A car's inlets with the one that was seen in place of its other ones for AC; one for rapid charging alone stays.
 * @example inletsSeen(["type2", "chademo"], INLET_LOOKS[0]) // ["type1", "chademo"]
 */
export function inletsSeen(inlets: readonly InletId[], { inlet }: InletLook): InletId[] {
  const rapidOnly = inlets.filter((id) => plugsFor([id], "AC").length === 0);
  const own = INLETS[inlet].takes.length > 1 ? [] : rapidOnly;
  return [inlet, ...own];
}

/**
 * A car with what was seen in its inlet: the inlet itself and, where one phase is proven, a charger that takes no more;
 * amps that were only known for several phases are then taken for one.
 * @example carSeen(plan.car, INLET_LOOKS[1]).charger.limits.length // 1
 */
export function carSeen(car: Car, seen: InletLook): Car {
  const { onePhaseInlet: _, ...rest } = car;
  const inlets = inletsSeen(car.inlets, seen);
  if (seen.phases === undefined) return { ...rest, inlets };
  const { limits } = car.charger;
  const most = Math.max(...limits.map(({ amps }) => amps));
  const amps = limits.find(({ phases }) => phases === 1)?.amps ?? most;
  return {
    ...rest,
    inlets,
    charger: { ...car.charger, limits: [{ phases: 1, amps }] },
    ...(seen.empty.length > 0 ? { onePhaseInlet: true } : {}),
  };
}
