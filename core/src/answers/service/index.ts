export * from "./loads";
export * from "./service";
export * from "./methods";
export * from "./house";
