export * from "./recorded";
export * from "./series";
export * from "./columns";
export * from "./csv";
export * from "./cdr";
export * from "./ocpi-session";
