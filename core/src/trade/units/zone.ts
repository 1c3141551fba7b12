/** How the platform writes an offset; of zones before standard time to the second. */
const OFFSET = /GMT(?:([+-])(\d{2}):(\d{2})(?::(\d{2}))?)?$/;

/** Names that were found to be zones: asking the platform takes a good part of a millisecond, and every plan has one. */
const FOUND = new Set<string>();
/** A zone may be written in many ways, large and small letters being the same. */
const MOST_FOUND = 1_000;

/**
 * Whether a name is that of a time zone.
 * @example isZone("Europe/Dublin") // true
 */
export function isZone(name: string): boolean {
  if (FOUND.has(name)) return true;
  try {
    new Intl.DateTimeFormat("en-US", { timeZone: name });
    if (FOUND.size >= MOST_FOUND) FOUND.clear();
    FOUND.add(name);
    return true;
  } catch {
    return false;
  }
}

/**
 * Minutes a zone's local time is ahead of universal time, as a function of the moment (ms since 1970): by the platform's
 * own record of zones (IANA).
 * @throws RangeError for a zone there is not
 * @example offsetsOf("Asia/Kathmandu")(0) // 330
 */
export function offsetsOf(zone: string): (ms: number) => number {
  const format = new Intl.DateTimeFormat("en-US", { timeZone: zone, timeZoneName: "longOffset" });
  return (ms) => {
    const [, sign, hours = "0", minutes = "0", seconds = "0"] = OFFSET.exec(format.format(ms)) ?? [];
    return (sign === "-" ? -1 : 1) * (Number(hours) * 60 + Number(minutes) + Number(seconds) / 60);
  };
}
