export * from "./quantity";
export * from "./household";
export * from "./car";
export * from "./outlet";
export * from "./unit";
export * from "./cable";
export * from "./tariff";
export * from "./curves";
