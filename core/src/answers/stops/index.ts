export * from "./road";
export * from "./legs";
export * from "./track";
export * from "./document";
export * from "./route";
export * from "./charger";
export * from "./search";
export * from "./follow";
