import { type EconomyUnit, type FieldProblem } from "@kettleback/core";
import type { Field, Group, Values } from "./field";
type Json = Record<string, unknown>;
/** The fields that apply to the values being edited. */
export declare const shownFields: (groups: readonly Group[], values: Values) => Field[];
/** A description as text to edit. */
export declare function valuesOf(spec: object, groups: readonly Group[], economy: EconomyUnit): Values;
/** Edited text as a description, unchecked; the core's schema judges it. What the form does not know is kept. */
export declare function specOf(values: Values, groups: readonly Group[], economy: EconomyUnit, base: object): Json;
/**
 * A problem of the description as a message at the field it was typed in: the range is turned into the unit the
 * person types.
 */
export declare function atField(problem: FieldProblem, groups: readonly Group[], economy: EconomyUnit): FieldProblem;
/** What a shut group of fields holds, in a line: "Pack voltage 360 V, Pack resistance 80 mΩ". */
export declare function heldIn(fields: readonly Field[], values: Values): string;
export {};
