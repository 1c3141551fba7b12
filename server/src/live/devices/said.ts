/** What a device said at a moment, or why it says nothing. */
export interface Ear {
  /** @param said what it said, parsed; of a topic below one's own, in the place that topic has */
  heard(said: unknown): void;
  /** @param why in words, as one says it of the device: “does not answer” */
  failed(why: string): void;
}

/** The largest message of a device (bytes). */
export const MOST_SAID = 64 * 1024;

/** Text as a device says it: JSON, or a bare word or figure. */
export function parsedSaid(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return /^[-+\d.]+$/.test(text.trim()) ? Number(text) : undefined;
  }
}
