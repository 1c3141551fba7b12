export * from "./token";
export * from "./reading";
export { ratingWatts, type VoltageRating } from "./ratings";
export { LONGEST_PLATE } from "./scan";
export * from "./read";
export * from "./words";
export * from "./things";
