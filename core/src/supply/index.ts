export * from "./systems";
