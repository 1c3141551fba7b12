export * from "./fuel";
export * from "./question";
