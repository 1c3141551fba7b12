export * from "./json";
export * from "./problems";
export * from "./upgrade";
export * from "./cells";
export * from "./document-kind";
export * from "./same";
export * from "./lines";
export * from "./id";
