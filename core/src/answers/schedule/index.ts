export * from "./choices";
export * from "./optimum";
export * from "./slots";
export * from "./windows";
export * from "./schedules";
export * from "./spill";
export * from "./leave";
