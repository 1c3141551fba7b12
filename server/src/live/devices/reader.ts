import {
  isStuck,
  leavesOf,
  readTelling,
  type Device,
  type DeviceNote,
  type Fraction,
  type Sample,
} from "@kettleback/core";
import { followHttp } from "./http";
import { followMqtt } from "./mqtt";
import type { Ear } from "./said";

/** How a device that tells figures is reached. */
export type FigureReach = Exclude<Device["reach"], { kind: "ocpi" }>;

/** Follows a device by however it is reached. @param secondMs how long a second is between two questions @returns how to leave it */
export const follow = (
  reach: FigureReach,
  secret: string | null,
  ear: Ear,
  secondMs = 1_000,
): (() => void) =>
  reach.kind === "http" ? followHttp(reach, secret, ear, secondMs) : followMqtt(reach, secret, ear);

/** What is known of a device while it is followed. */
export interface DeviceSaid {
  /** When it last told something that could be used (ms since 1970). */
  readonly readAt: number | null;
  /** What is wrong with it, as one says it of the device; null while it tells as it should. */
  readonly trouble: string | null;
  /** The charge at which the car itself ends. */
  readonly limitSoc: Fraction | null;
  readonly note: DeviceNote | null;
}

export const NOTHING: DeviceSaid = { readAt: null, trouble: null, limitSoc: null, note: null };

/** What reads a device, and what it knows of it. */
export interface Follower {
  readonly said: DeviceSaid;
  leave(): void;
}

/** A device that is followed for a session that goes on. */
export class DeviceReader implements Follower {
  said = NOTHING;
  private first: Sample | null = null;
  private readonly leaveIt: () => void;

  constructor(
    reach: FigureReach,
    { fields }: Pick<Device, "fields">,
    secret: string | null,
    private readonly to: {
      readonly trustClock: boolean;
      readonly secondMs: number;
      /** Keeps a reading. */
      keep(sample: Sample): Promise<void>;
      /** What is known of it is another now. */
      changed(): void;
    },
  ) {
    this.leaveIt = follow(
      reach,
      secret,
      {
        heard: (said) => {
          const read = readTelling(fields, leavesOf(said), Date.now(), this.to.trustClock);
          void this.take(read.sample, read.limitSoc, read.problems[0] ?? null);
        },
        failed: (why) => this.say({ trouble: why }),
      },
      to.secondMs,
    );
  }

  leave(): void {
    this.leaveIt();
  }

  private say(said: Partial<DeviceSaid>): void {
    const before = this.said;
    this.said = { ...before, ...said };
    const first = before.readAt === null && this.said.readAt !== null;
    if (first || before.trouble !== this.said.trouble || before.limitSoc !== this.said.limitSoc)
      this.to.changed();
  }

  private async take(
    sample: Sample | null,
    limitSoc: Fraction | null,
    problem: string | null,
  ): Promise<void> {
    const limit = limitSoc === null ? {} : { limitSoc };
    if (!sample)
      return this.say({
        ...limit,
        trouble: problem ?? (limitSoc === null ? "tells none of its figures" : null),
      });
    if (this.first && isStuck(this.first, sample))
      return this.say({ ...limit, trouble: "tells the same again and again" });
    // The first of those that are the same.
    if (!this.first || this.first.some((figure, i) => i > 0 && figure !== sample[i])) this.first = sample;
    try {
      await this.to.keep(sample);
      this.say({ ...limit, readAt: Date.now(), trouble: problem });
    } catch {
      this.say({ ...limit, trouble: "could not be written down just now" });
    }
  }
}
