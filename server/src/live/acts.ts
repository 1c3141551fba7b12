import type { Kept as KeptRow, Plan, SentSchedule, SessionAct, SessionRecord } from "@kettleback/core";
import {
  heldTo,
  MIN_AMPS,
  mostForHours,
  profileOf,
  scheduleFrom,
  whyNotAmps,
  whyNotStart,
} from "@kettleback/core";
import { Problem, refused } from "../api/problem";
import { LineEntity } from "../database";
import type { ActAsked } from "./asked";
import type { Kept } from "./keeping";
import type { ConnectedPoint } from "./point";
import { amendRunning, OWN_TAG } from "./transactions";
import type { Wanted } from "./wanted";

/** What became of what was asked. */
export interface Done {
  /** Whether the charge point took it. */
  readonly taken: boolean;
  /** Its own word. */
  readonly said: string;
  /** The session it was done to, as it is now. */
  readonly session?: KeptRow<SessionRecord>;
  /** Its settings, where those were asked for. */
  readonly settings?: readonly {
    readonly key: string;
    readonly readonly: boolean;
    readonly value?: string;
  }[];
}

const conflict = (detail: string): Problem => new Problem(409, "Not done", detail);

/** Does what is asked of a charge point that is connected. @throws Problem in words where it cannot be done */
export class Acting {
  /** The session something is done to, where it was said which. */
  private meant: number | null = null;

  constructor(
    private readonly point: ConnectedPoint,
    private readonly kept: Kept,
  ) {}

  async do(asked: ActAsked): Promise<Done> {
    if ("session" in asked && asked.session !== undefined) this.meant = Number(asked.session);
    switch (asked.act) {
      case "start":
        return this.start(asked.wanted);
      case "follow":
        return this.follow(asked.wanted);
      case "stop":
        return this.toSession("stop", {}, (transactionId) =>
          this.ask("RemoteStopTransaction", { transactionId }),
        );
      case "limit":
        return this.limit(asked.amps);
      case "schedule":
        return this.schedule(asked.schedule);
      case "take-back":
        return this.takeBack();
      case "reset":
        return this.ask("Reset", { type: asked.hard ? "Hard" : "Soft" });
      case "availability":
        return this.ask("ChangeAvailability", {
          connectorId: 0,
          type: asked.operative ? "Operative" : "Inoperative",
        });
      case "ask-now":
        return this.ask("TriggerMessage", { requestedMessage: "MeterValues", connectorId: 1 });
      case "configuration":
        return this.settings();
    }
  }

  /** Asks it, and waits for its word. */
  private async ask(action: string, params: object): Promise<Done> {
    const { status } = await this.answer<{ status: string }>(action, params);
    return { taken: status === "Accepted" || status === "Scheduled", said: status };
  }

  private answer<T>(action: string, params: object): Promise<T> {
    return this.point.ask<T>(action, params).catch((error: Error & { rpcErrorCode?: string }) => {
      throw error.rpcErrorCode
        ? conflict(`The charge point cannot do that: ${error.rpcErrorCode}.`)
        : new Problem(
            504,
            "No answer",
            "The charge point did not answer in time. Look whether it has its connection.",
          );
    });
  }

  private async settings(): Promise<Done> {
    const { configurationKey = [] } = await this.answer<{ configurationKey?: Done["settings"] }>(
      "GetConfiguration",
      {},
    );
    return { taken: true, said: "Accepted", settings: configurationKey };
  }

  private keepWanted(wanted: Wanted): Promise<void> {
    return this.kept((em) =>
      em.transactional(async (tx) => {
        const { id } = this.point.known;
        const line = (await tx.findOne(LineEntity, { id })) ?? tx.create(LineEntity, { id } as never);
        line.wanted = JSON.stringify({ ...wanted, askedAt: Date.now() });
        await tx.persist(line).flush();
      }),
    );
  }

  private async start(wanted: Wanted): Promise<Done> {
    if (this.point.session !== null) throw conflict("A session goes on at it already. Stop that one first.");
    const why = whyNotStart(wanted.plan);
    if (why !== null) throw conflict(`It is not started: ${why}`);
    if (wanted.schedule) checkSchedule(wanted.plan, wanted.schedule);
    const schedule = wanted.schedule ?? this.heldOver(wanted.plan);
    await this.keepWanted({ ...wanted, ...(schedule ? { schedule } : {}) });
    return this.ask("RemoteStartTransaction", {
      connectorId: 1,
      idTag: OWN_TAG,
      ...(schedule ? { chargingProfile: profileFor(schedule, this.point.nowMs) } : {}),
    });
  }

  /** The current a way has to be held to from now on, as a schedule; undefined where it need not be held. */
  private heldOver(plan: Plan): SentSchedule | undefined {
    const amps = heldTo(plan);
    const now = this.point.nowMs;
    return amps === null ? undefined : scheduleFrom({ begin: new Date(now).toISOString() }, now, amps);
  }

  /**
   * Holds a session that goes on to what its way carries for hours, where the car would pull more and no schedule keeps it
   * below. @returns null where there is nothing to do
   */
  async hold({ id, spec: { plan, schedule } }: KeptRow<SessionRecord>): Promise<Done | null> {
    // Another may begin at another connector meanwhile.
    this.meant = Number(id);
    const held = plan && heldTo(plan);
    if (held === null || held < MIN_AMPS) return null;
    const ahead = schedule?.filter(({ to }) => Date.parse(to) > this.point.nowMs);
    const isKept = ahead?.every(({ amps }) => amps !== null && amps <= held) ?? false;
    return isKept ? null : this.limit(held);
  }

  /** Sessions at it are over this way from now on; the one that goes on too. */
  private async follow(wanted: Wanted): Promise<Done> {
    await this.keepWanted(wanted);
    const { session } = this.point;
    const row =
      session === null
        ? null
        : await this.kept((em) =>
            amendRunning(em, session, (spec) => ({
              ...spec,
              name: wanted.plan.name,
              carId: wanted.carId,
              placeId: wanted.placeId,
              plan: wanted.plan,
              fromSoc: spec.fromSoc ?? wanted.plan.session.fromSoc,
            })),
          );
    const held = row && (await this.hold(row));
    return held ?? { taken: true, said: "Accepted", ...(row ? { session: row } : {}) };
  }

  private limit(amps: number): Promise<Done> {
    return this.toSession(
      "limit",
      { amps },
      (transaction, spec) => {
        const why = whyNotAmps(planOf(spec), amps);
        if (why !== null) throw refused([{ field: "amps", message: why }]);
        return this.send(transaction, scheduleFrom(spec, this.point.nowMs, amps));
      },
      (spec) => ({ ...spec, schedule: scheduleFrom(spec, this.point.nowMs, amps) }),
    );
  }

  private schedule(schedule: SentSchedule): Promise<Done> {
    return this.toSession(
      "schedule",
      {},
      (transaction, spec) => {
        checkSchedule(planOf(spec), schedule);
        return this.send(transaction, schedule);
      },
      (spec) => ({ ...spec, schedule: scheduleFrom(spec, this.point.nowMs, schedule) }),
    );
  }

  /** Charging at once again: at whatever flows, or at what its way is held to. */
  private takeBack(): Promise<Done> {
    const heldIn = ({ plan }: SessionRecord) => (plan ? heldTo(plan) : null);
    return this.toSession(
      "take-back",
      {},
      (transaction, spec) => {
        const amps = heldIn(spec);
        return amps === null
          ? this.ask("ClearChargingProfile", { chargingProfilePurpose: "TxProfile" })
          : this.send(transaction, scheduleFrom(spec, this.point.nowMs, amps));
      },
      (spec) =>
        spec.schedule ? { ...spec, schedule: scheduleFrom(spec, this.point.nowMs, heldIn(spec)) } : spec,
    );
  }

  private send(transaction: number, schedule: SentSchedule): Promise<Done> {
    return this.ask("SetChargingProfile", {
      connectorId: this.point.connectorOf(transaction) ?? 1,
      csChargingProfiles: profileFor(schedule, this.point.nowMs, transaction),
    });
  }

  /** Does something to the session that goes on, and writes down that it was done and how it is to be from now on. */
  private async toSession(
    act: SessionAct["act"],
    with_: { readonly amps?: number },
    doIt: (transaction: number, spec: SessionRecord) => Promise<Done>,
    changed: (spec: SessionRecord) => SessionRecord = (spec) => spec,
  ): Promise<Done> {
    const transaction = this.meant ?? this.point.session;
    if (transaction === null) throw conflict("Nothing is charging at it.");
    if (this.point.connectorOf(transaction) === undefined)
      throw conflict("That session does not go on at it any more.");
    const before = await this.kept((em) => amendRunning(em, transaction, (spec) => spec));
    if (!before)
      throw conflict(
        "The session that goes on at it was deleted. Restore it in the Log, or stop it at the unit.",
      );
    const done = await doIt(transaction, before.spec);
    const row = await this.kept((em) =>
      amendRunning(em, transaction, (spec) => {
        const acts = [
          ...(spec.acts ?? []),
          {
            at: new Date(this.point.nowMs).toISOString(),
            act,
            ...with_,
            taken: done.taken,
            ...(done.taken ? {} : { said: done.said }),
          },
        ];
        const kept = { ...spec, acts: acts.slice(-MOST_ACTS) };
        return done.taken ? changed(kept) : kept;
      }),
    );
    return { ...done, ...(row ? { session: row } : {}) };
  }
}

/** As many as a record has room for. */
const MOST_ACTS = 500;

function planOf({ plan }: SessionRecord): Plan {
  if (!plan)
    throw conflict(
      "Nobody has said over which way it is charged: choose that first, so that its current can be judged.",
    );
  return plan;
}

/** A stretch that is sent has a current, and none that the path does not hold for hours. */
function checkSchedule(plan: Plan, schedule: SentSchedule): void {
  const most = mostForHours(plan);
  schedule.forEach(({ amps }, i) => {
    const why = most === null || amps === null || amps === 0 ? null : whyNotAmps(plan, amps);
    if (amps === null || most === null || why)
      throw refused([
        {
          field: `schedule.${i}.amps`,
          message: why ?? "needed: a current, as a charge point is set in amps",
        },
      ]);
  });
}

/** @throws Problem where nothing of it is still to come */
function profileFor(schedule: SentSchedule, nowMs: number, transaction?: number) {
  try {
    return profileOf(schedule, nowMs, transaction);
  } catch (error) {
    throw conflict(`It is not sent: ${(error as Error).message}.`);
  }
}
