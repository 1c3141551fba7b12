export * from "./setting";
export * from "./around";
export * from "./need";
export * from "./reaching";
