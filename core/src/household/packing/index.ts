export * from "./likely";
export * from "./pieces";
