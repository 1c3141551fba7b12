import type { Garage } from "@kettleback/core";
/** The heart: one sentence that says what is plugged in where, and at once what comes of it. */
export default function PathScreen({ garage }: {
    garage: Garage;
}): import("react").JSX.Element;
