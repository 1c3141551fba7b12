export * from "./table";
export * from "./everyday";
