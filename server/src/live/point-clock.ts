const MINUTE = 60_000;
/** A clock that is off by less than this (ms) is right. */
const RIGHT = 2 * MINUTE;
/** How far ahead of ours (ms) a stamp may lie before it is taken to be ours. */
const AHEAD = MINUTE;

/**
 * A charge point's clock beside ours. Most are set by what we answer to their boot; some never are. How far one is off is
 * told by its status notifications, which are stamped as they are sent and never kept back.
 */
export class PointClock {
  private off = 0;
  /** The latest it has told (ms since 1970), where it is taken as it is. */
  private latest = 0;

  /** @param trusted takes its stamps as they are: a simulated one lives at its own pace */
  constructor(private readonly trusted = false) {}

  /** By how much it is behind ours (ms), to the minute; negative where it is ahead. */
  get behind(): number {
    return this.off;
  }

  /** The moment it is at the charge point: ours, unless its own is taken as it is and is ahead. */
  now(nowMs: number): number {
    return Math.max(nowMs, this.latest);
  }

  /** Takes note of a stamp that was made just now. */
  stamped(timestamp: string | undefined, nowMs: number): void {
    const said = Date.parse(timestamp ?? "");
    if (this.trusted || Number.isNaN(said)) return;
    const off = Math.round((nowMs - said) / MINUTE) * MINUTE;
    this.off = Math.abs(off) < RIGHT ? 0 : off;
  }

  /** The moment (ms since 1970) a stamp stands for, by our clock; never one to come. */
  moment(timestamp: string, nowMs: number): number {
    const said = Date.parse(timestamp);
    if (this.trusted && !Number.isNaN(said)) {
      this.latest = Math.max(this.latest, said);
      return said;
    }
    const at = said + this.off;
    // What cannot be is taken to be now: its energy counts all the same.
    return Number.isNaN(at) || at > nowMs + AHEAD ? nowMs : at;
  }
}
