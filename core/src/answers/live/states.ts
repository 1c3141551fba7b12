/** What a charge point last said of itself. */
export interface PointSaid {
  readonly vendor: string | null;
  readonly model: string | null;
  readonly firmware: string | null;
  /** Its state by OCPP: Available, Preparing, Charging, SuspendedEV, SuspendedEVSE, Finishing, Faulted, Unavailable. */
  readonly status: string | null;
  readonly error: string | null;
  /** By how much its clock is behind ours (s). */
  readonly clockBehind: number;
}

/** How a charge point stands. */
export interface PointState extends PointSaid {
  readonly id: string;
  readonly connected: boolean;
  /** When it last said anything; null since the start of the server. */
  readonly seenAt: string | null;
  readonly hasPassword: boolean;
  /** The session that goes on at it. */
  readonly session: string | null;
}

/** Somebody who wanted to come in and was not let in. */
export interface Knock {
  readonly identity: string;
  readonly from: string;
  readonly at: string;
  readonly times: number;
  /** It is known but its password was wrong, it has none here yet, or nobody knows it; or a card that starts nothing. */
  readonly why: "unknown" | "password" | "no-password" | "card";
  /** The card that was held to it. */
  readonly card?: string;
}

/** What a network says beside its figures: of no session yet, how old they are, or that it ended and its bill is to come. */
export interface DeviceNote {
  readonly says: "no-session" | "late" | "ended";
  /** The moment its figures are of, or at which it ended. */
  readonly at: string | null;
}

/** How a device of one's own stands. */
export interface DeviceState {
  readonly id: string;
  /** The session it is read for; null while nothing goes on that it could tell of. */
  readonly session: string | null;
  /** When it last told something that could be used. */
  readonly readAt: string | null;
  /** What is wrong with it, as one says it of the device: “does not answer in time”. */
  readonly trouble: string | null;
  /** The charge at which the car itself ends. */
  readonly limitSoc: number | null;
  readonly note: DeviceNote | null;
  /** Whom its secret was given for, see `originOf`: it is told to nobody else. Null where it has none. */
  readonly secretFor: string | null;
}
