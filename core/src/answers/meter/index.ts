export * from "./series";
export * from "./columns";
export * from "./table";
export * from "./espi";
export type { ReadMeter } from "./made";
