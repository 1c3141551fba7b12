export * from "./meter-values";
export * from "./profile";
export * from "./course";
export * from "./progress";
export * from "./standing";
export * from "./alarms";
export * from "./watch";
export * from "./act";
