import { decimalIn } from "@kettleback/core";
import { Depth, MOST_DEEP } from "../../safety/bodies";

/** What a device said at a moment, or why it says nothing. */
export interface Ear {
  /** @param said what it said, parsed; of a topic below one's own, in the place that topic has */
  heard(said: unknown): void;
  /** @param why in words, as one says it of the device: “does not answer” */
  failed(why: string): void;
}

/** The largest message of a device (bytes). */
export const MOST_SAID = 64 * 1024;

/**
 * What a device says, parsed: JSON, or a bare word or figure.
 * @returns undefined where it is neither, or lies deeper in itself than anything of use
 */
export function parsedSaid(bytes: Buffer): unknown {
  if (new Depth().take(bytes) > MOST_DEEP) return undefined;
  const text = bytes.toString("utf8");
  try {
    return JSON.parse(text);
  } catch {
    return decimalIn(text) ?? undefined;
  }
}
