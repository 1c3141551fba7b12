export * from "./read";
export * from "./cable";
