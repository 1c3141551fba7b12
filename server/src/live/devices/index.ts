import type { DeviceState, Sample, SessionRecord } from "@kettleback/core";
import type { Events } from "../../api/events";
import type { Kept, Readings } from "../keeping";
import { amendRunning } from "../transactions";
import { NetworkReader } from "./network";
import { DeviceReader, type DeviceSaid, type Follower } from "./reader";
import { keyOfNetwork, readingsNow, type Reading } from "./readings-now";

export { secretFor } from "./readings-now";

export { tryDevice } from "./try";

/** How often it is looked which sessions go on (ms). */
const LOOK_MS = 3_000;

export interface DevicesOptions {
  readonly kept: Kept;
  readonly readings: Readings;
  readonly events: Events;
  /** Takes the clocks of devices as they are: simulated ones live at their own pace. */
  readonly trustClocks?: boolean;
  /** How long a second is between two questions (ms): tests have shorter ones. */
  readonly secondMs?: number;
}

/** Reads the devices of all households while a session goes on that they tell of. */
export class Devices {
  private readonly readers = new Map<
    string,
    { readonly of: string; readonly reading: Reading; readonly reader: Follower }
  >();
  private timer: ReturnType<typeof setInterval> | undefined;
  private looking: Promise<void> | undefined;

  constructor(private readonly options: DevicesOptions) {}

  /** Looks again and again which sessions go on. */
  start(): void {
    this.timer = setInterval(() => void this.look(), LOOK_MS).unref();
    void this.look();
  }

  close(): void {
    clearInterval(this.timer);
    for (const { reader } of this.readers.values()) reader.leave();
    this.readers.clear();
  }

  /** Looks which sessions go on now: devices that tell of them are read, all others left. */
  look(): Promise<void> {
    this.looking ??= this.lookNow()
      // Busy, or another database just now: the next look finds it.
      .catch(() => undefined)
      .finally(() => (this.looking = undefined));
    return this.looking;
  }

  /** How the device of an id stands. */
  stateOf(id: string, secretFor: string | null): DeviceState {
    const found = this.readers.get(id);
    const said: DeviceSaid | undefined = found?.reader.said;
    return {
      id,
      session: found ? String(found.reading.session) : null,
      readAt: said?.readAt ? new Date(said.readAt).toISOString() : null,
      trouble: said?.trouble ?? null,
      limitSoc: said?.limitSoc ?? null,
      note: said?.note ?? null,
      secretFor,
    };
  }

  private async lookNow(): Promise<void> {
    const wanted = new Map(
      (await this.options.kept(readingsNow)).map((reading) => [reading.device, reading]),
    );
    for (const [id, { of, reader, reading }] of this.readers) {
      const still = wanted.get(id);
      if (still && keyOf(still) === of) continue;
      reader.leave();
      this.readers.delete(id);
      this.tell(reading);
    }
    for (const [id, reading] of wanted) if (!this.readers.has(id)) this.begin(id, reading);
  }

  private begin(id: string, reading: Reading): void {
    this.readers.set(id, { of: keyOf(reading), reading, reader: this.readerOf(reading) });
    this.tell(reading);
  }

  private readerOf(reading: Reading): Follower {
    const { readings, trustClocks = false, secondMs = 1_000 } = this.options;
    const { household, session, spec, secret, beginMs } = reading;
    const { reach } = spec;
    const common = { trustClock: trustClocks, changed: () => this.tell(reading) };
    if (reach.kind !== "ocpi")
      return new DeviceReader(reach, spec, secret, {
        ...common,
        secondMs,
        keep: async (sample) => {
          const own = allowed(reading, sample);
          if (own && own[0] >= beginMs) await readings.keep(household, session, [own]);
        },
      });
    return new NetworkReader(reach, secret, {
      ...common,
      ...reading,
      secondMs,
      keep: (samples) =>
        readings.keep(
          household,
          session,
          samples.map((sample) => allowed(reading, sample)).filter((sample) => sample !== null),
        ),
      found: (key) => this.amend(reading, (record) => ({ ...record, key: keyOfNetwork(key) })),
      bill: (cdr) =>
        // A bill that was taken from a file already keeps its name.
        this.amend(reading, (record) => billed(record, cdr)).catch(() =>
          this.amend(reading, (record) => ({ ...billed(record, cdr), key: record.key })),
        ),
    });
  }

  private async amend(
    { household, session }: Reading,
    change: (record: SessionRecord) => SessionRecord,
  ): Promise<void> {
    const row = await this.options.kept((em) => amendRunning(em, session, change));
    if (row) this.options.events.publish(household, "session", { id: row.id, version: row.version });
    void this.look();
  }

  private tell({ household, device }: Reading): void {
    this.options.events.publish(household, "device", { id: device });
  }
}

/** What a reader is made anew for; that a network knows its session is not. */
const keyOf = (reading: Reading): string => JSON.stringify({ ...reading, known: null });

/** A session closed with its bill: what somebody has read or typed stays. */
export function billed(record: SessionRecord, cdr: SessionRecord): SessionRecord {
  const end = record.end ?? (Date.parse(cdr.end!) > Date.parse(record.begin) ? cdr.end : record.begin);
  return {
    ...record,
    end,
    key: cdr.key,
    wallWh: record.wallWh ?? cdr.wallWh,
    toSoc: record.toSoc ?? cdr.toSoc,
    ...(cdr.paid === undefined ? {} : { paid: cdr.paid }),
  };
}

/** Columns of a reading a charge point's own meter tells: watts, amps and volts, and its counter. */
const METERED = new Set([1, 2, 3, 5, 6, 10]);

/** A reading without what another meter counts already; null where nothing is left of it. */
function allowed({ metered }: Reading, sample: Sample): Sample | null {
  if (!metered) return sample;
  const rest = sample.map((figure, i) => (METERED.has(i) ? null : figure));
  return rest.slice(1).some((figure) => figure !== null) ? (rest as unknown as Sample) : null;
}
