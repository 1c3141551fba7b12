import type { Circuit } from "../path";
import type { Fraction } from "../../trade/units";

/**
 * How far a car really charges on a circuit: to what is asked, or to where it ends by itself.
 * @example targetOn(circuit, 0.9) // 0.9, as this car goes on to what is set
 */
export const targetOn = ({ pack }: Circuit, toSoc: Fraction): Fraction => Math.min(toSoc, pack.endsSoc);
