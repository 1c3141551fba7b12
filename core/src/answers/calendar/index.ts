export * from "./ics";
export * from "./timer";
