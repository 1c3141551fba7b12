export * from "./elements";
export * from "./bill";
