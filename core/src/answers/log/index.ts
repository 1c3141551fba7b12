export * from "./receipt";
export * from "./rows";
export * from "./summary";
export * from "./inspections";
export * from "./document";
export * from "./table";
