export * from "./checks";
