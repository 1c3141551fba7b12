export * from "./start";
export * from "./moments";
export * from "./finish";
