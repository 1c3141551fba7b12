export * from "./tables";
export * from "./resistance";
export * from "./ampacity";
export * from "./deratings";
