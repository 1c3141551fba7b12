export * from "./series";
export * from "./columns";
export * from "./table";
export * from "./espi";
export * from "./kept";
export type { ReadMeter } from "./made";
