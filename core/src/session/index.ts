export * from "./acceptance";
export * from "./integrate";
export * from "./chain";
export * from "./delivery";
export * from "./ledger";
export * from "./march";
export * from "./temperature";
export * from "./session";
