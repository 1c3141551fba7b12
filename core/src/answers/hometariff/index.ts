export * from "./question";
export * from "./house";
export * from "./compare";
