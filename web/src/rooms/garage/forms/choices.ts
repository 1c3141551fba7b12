import { CONNECTOR_IDS, CONNECTORS, OUTLET_TYPE_IDS, outletType } from "@kettleback/core";
import type { Choice, Field, Values } from "../field";

export const same = (list: readonly string[], name: (id: string) => string = (id) => id): Choice[] =>
  list.map((value) => ({ value, label: name(value) }));

export const PHASES: readonly Choice[] = [
  { value: "1", label: "1 phase (single-phase)" },
  { value: "3", label: "3 phases (three-phase)" },
];
export const OUTLETS = same(OUTLET_TYPE_IDS, (id) => outletType(id as never).name);
export const PLUGS = same(CONNECTOR_IDS, (id) => CONNECTORS[id as never]["name"]);
export const is = (path: string, value: unknown) => (values: Values) => values[path] === value;
export const isNot = (path: string, value: unknown) => (values: Values) => values[path] !== value;

export const NAME: Field = { path: "name", label: "Name", type: "text" };
