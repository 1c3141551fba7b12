export * from "./problems";
export * from "./upgrade";
