export * from "./start";
export * from "./prices";
export { START_SETS, type StartWay } from "./sets";
export * from "./generic";
export * from "./world";
