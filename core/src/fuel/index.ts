export * from "./fuel";
