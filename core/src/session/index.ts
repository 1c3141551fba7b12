export * from "./acceptance";
export * from "./integrate";
export * from "./chain";
export * from "./ledger";
export * from "./session";
