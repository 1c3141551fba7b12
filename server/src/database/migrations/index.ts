import { M0001Start } from "./0001-start";

/** Every migration in order. A name, once released, never changes. */
export const MIGRATIONS = [{ name: "0001-start", class: M0001Start }] as const;
