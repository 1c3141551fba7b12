export * from "./start";
export * from "./prices";
export { START_SETS } from "./sets";
export * from "./generic";
