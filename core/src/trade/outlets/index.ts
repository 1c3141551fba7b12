export * from "./table";
export * from "./everyday";
export * from "./countries";
