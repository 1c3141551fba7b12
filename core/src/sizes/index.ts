export * from "./table";
