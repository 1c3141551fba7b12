export * from "./situation";
export * from "./cards";
export * from "./trouble";
export * from "./courtesy";
