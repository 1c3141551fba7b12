import { takeEarly } from "./early";
import type {
  Device,
  FieldProblem,
  Garage,
  Household,
  Kept,
  Kind,
  Leaf,
  Measured,
  Plan,
  Sample,
  SavedPath,
  SentSchedule,
  SessionRecord,
  SpecOf,
  Told,
  DeviceState,
  Knock,
  PointState,
} from "@kettleback/core";

/** What a device said when it was tried. */
export interface Tried {
  readonly leaves: readonly Leaf[];
  readonly guess: readonly Told[];
  readonly trouble: string | null;
}

/** What a session at a charge point is to be. */
export interface Wanted {
  readonly plan: Plan;
  readonly carId: string | null;
  readonly placeId: string | null;
  readonly schedule?: SentSchedule;
}

/** What is asked of a charge point. */
export type PointAct =
  | { readonly act: "start" | "follow"; readonly wanted: Wanted }
  | { readonly act: "stop" | "take-back"; readonly session: string }
  | { readonly act: "limit"; readonly amps: number; readonly session: string }
  | { readonly act: "schedule"; readonly schedule: SentSchedule; readonly session: string }
  | { readonly act: "ask-now" | "configuration" }
  | { readonly act: "reset"; readonly hard: boolean }
  | { readonly act: "availability"; readonly operative: boolean };

/** Whether it took what was asked, its own word, and the session as it is now. */
export interface ActDone {
  readonly taken: boolean;
  readonly said: string;
  readonly session?: Kept<SessionRecord>;
  /** Its settings, where those were asked for. */
  readonly settings?: readonly {
    readonly key: string;
    readonly readonly: boolean;
    readonly value?: string;
  }[];
}

/** The demo's simulated devices. */
export interface StandIns {
  readonly now: string;
  readonly speed: number;
  readonly devices: readonly { readonly name: string; readonly what: string; readonly fault: string }[];
  /** What may go wrong with any of them, each in words. */
  readonly faults: Readonly<Record<string, string>>;
  readonly troubles: Readonly<Record<string, string>>;
  readonly trouble: string;
}

/** A refusal from the server, with the fields it names and, after a lost update, the row as it is now. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: readonly FieldProblem[] = [],
    readonly current?: Kept<unknown>,
  ) {
    super(message);
  }
}

async function request<T>(method: string, address: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  let response: Response;
  try {
    const early = method === "GET" ? takeEarly(`/api${address}`) : undefined;
    response = await (early ??
      fetch(`/api${address}`, {
        method,
        ...(body === undefined
          ? {}
          : {
              headers: { "Content-Type": "application/json" },
              body: body instanceof Blob ? body : JSON.stringify(body),
            }),
        ...(signal ? { signal } : {}),
      }));
  } catch {
    if (signal?.aborted) throw new Refused(0, "Stopped.");
    throw new Refused(
      0,
      "Kettleback's server does not answer. Your entries stay on this page; try again once it runs.",
    );
  }
  // The sign-in was ended, from another screen perhaps: the passphrase is asked for again.
  if (response.status === 401) window.location.assign("/sign-in");
  const sent = (await response.json().catch(() => ({}))) as {
    detail?: string;
    errors?: FieldProblem[];
    current?: Kept<unknown>;
  };
  if (!response.ok)
    throw new Refused(
      response.status,
      sent.detail ?? `The server refused (${response.status}).`,
      sent.errors,
      sent.current,
    );
  return sent as T;
}

/** A file the server writes, as its text. */
async function fileText(address: string): Promise<string> {
  const response = await fetch(`/api${address}`).catch(() => null);
  if (!response?.ok) throw new Refused(response?.status ?? 0, "The server did not give the file; try again.");
  return response.text();
}

/** A copy of the database: its file's name, when it was made, its size. */
export interface Copy {
  readonly name: string;
  readonly madeAt: string;
  readonly bytes: number;
}

/** A household that this program cannot accept: kept as it is, and said. */
export interface UnreadHousehold {
  readonly id: string;
  readonly name: string;
  readonly problems: readonly FieldProblem[];
}

/** Something in the bin; a household itself is of no kind. */
export interface Binned {
  readonly household: string;
  readonly kind: Kind | null;
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly deletedAt: string;
}

/** A public network as it was last read; of a file there is no address. */
export interface NetworkHead {
  readonly id: string;
  readonly name: string;
  readonly address: string | null;
  readonly readAt: string;
  readonly locations: number;
}

/** A browser that has given the passphrase, where one is asked for. */
export interface SignedIn {
  readonly id: string;
  readonly madeAt: number;
  readonly seenAt: number;
  readonly from: string;
  readonly browser: string;
  /** This one. */
  readonly own: boolean;
}

/** Readings of a stretch of time: how many, and of each quantity the least, the most and the mean. */
export interface Bucket {
  readonly from: number;
  readonly count: number;
  readonly of: Readonly<Record<Measured, { min: number; max: number; mean: number } | null>>;
}

/** What many sessions told at once came to. */
export interface ToldSessions {
  readonly added: readonly Kept<SessionRecord>[];
  readonly known: number;
}

/** A page of recorded sessions; one that this program cannot read has no description. */
interface SessionPage {
  readonly rows: readonly (Kept<SessionRecord> | { readonly id: string })[];
  readonly next: string | null;
}

/** Every session of a household between two moments, page by page. */
async function allSessions(
  household: string,
  from: string,
  to: string,
  of: "charging" | "house" = "charging",
): Promise<Kept<SessionRecord>[]> {
  const found: Kept<SessionRecord>[] = [];
  for (let after: string | null = ""; after !== null;) {
    const page: SessionPage = await request(
      "GET",
      `/households/${household}/sessions?from=${from}&to=${to}&of=${of}${after ? `&after=${after}` : ""}`,
    );
    found.push(...page.rows.filter((row): row is Kept<SessionRecord> => "spec" in row));
    after = page.next;
  }
  return found;
}

/** Every reading of a session from a moment (ms since 1970) on, page by page. */
async function allSamples(household: string, session: string, from: number): Promise<Sample[]> {
  const found: Sample[] = [];
  for (let next: string | null = String(from); next !== null;) {
    const page: { readonly rows: Sample[]; readonly next: string | null } = await request(
      "GET",
      `/households/${household}/sessions/${session}/samples?from=${next}`,
    );
    found.push(...page.rows);
    next = page.next;
  }
  return found;
}

/** The server's interface, one function a call. */
export const api = {
  /** Whether the server answers at all. @throws Refused where it does not */
  health: () => request<unknown>("GET", "/health"),
  signIns: () => request<SignedIn[]>("GET", "/sign-ins"),
  endSignIn: (id: string) => request<unknown>("DELETE", `/sign-ins/${id}`),
  households: () => request<(Kept<Household> | UnreadHousehold)[]>("GET", "/households"),
  addHousehold: (plan: Plan) => request<Kept<Household>>("POST", "/households", { plan }),
  removeHousehold: ({ id, version }: Kept<Household>) =>
    request<Kept<Household>>("DELETE", `/households/${id}`, { version }),
  restoreHousehold: ({ id, version }: Kept<Household>) =>
    request<Kept<Household>>("POST", `/households/${id}/restore`, { version }),
  /** Where the file of all that a household keeps is: it may be larger than a page could hold. */
  householdFile: (household: string) => `/api/households/${household}/file`,
  takeHousehold: (file: File, into: string | null, stopped: AbortSignal) =>
    request<Kept<Household>>("POST", `/take${into === null ? "" : `?into=${into}`}`, file, stopped),
  bin: () => request<Binned[]>("GET", "/bin"),
  putBack: ({ household, kind, id, version }: Binned) =>
    request<unknown>("POST", `/households/${household}${kind === null ? "" : `/${kind}/${id}`}/restore`, {
      version,
    }),
  copies: () => request<Copy[]>("GET", "/copies"),
  restoreCopy: (name: string) => request<Copy[]>("POST", `/copies/${name}/restore`, {}),
  putDemo: () => request<Kept<Household>[]>("POST", "/demo", {}),
  garage: (household: string) => request<Garage>("GET", `/households/${household}/garage`),
  saveHousehold: ({ id, version, spec }: Kept<Household>) =>
    request<Kept<Household>>("PUT", `/households/${id}`, { version, spec }),
  add: <K extends Kind>(household: string, kind: K, spec: SpecOf<K>, parentId: string | null) =>
    request<Kept<SpecOf<K>>>("POST", `/households/${household}/${kind}`, { spec, parentId }),
  importPlan: (household: string, plan: Plan) =>
    request<Kept<SavedPath>>("POST", `/households/${household}/import`, plan),
  change: <K extends Kind>(household: string, kind: K, { id, version, spec, parentId }: Kept<SpecOf<K>>) =>
    request<Kept<SpecOf<K>>>("PUT", `/households/${household}/${kind}/${id}`, { version, spec, parentId }),
  remove: (household: string, kind: Kind, { id, version }: Kept<unknown>) =>
    request<Kept<unknown>>("DELETE", `/households/${household}/${kind}/${id}`, { version }),
  networks: (household: string) => request<NetworkHead[]>("GET", `/households/${household}/networks`),
  networkText: (household: string, id: string) => fileText(`/households/${household}/networks/${id}`),
  readNetwork: (household: string, asked: { name: string; address: string; token: string | null }) =>
    request<NetworkHead>("POST", `/households/${household}/networks`, asked),
  takeNetwork: (household: string, file: { name: string; locations: unknown; tariffs: unknown }) =>
    request<NetworkHead>("POST", `/households/${household}/networks/file`, file),
  forgetNetwork: (household: string, id: string) =>
    request<NetworkHead>("DELETE", `/households/${household}/networks/${id}`),
  sessions: allSessions,
  addSession: (household: string, spec: SessionRecord) =>
    request<Kept<SessionRecord>>("POST", `/households/${household}/sessions`, { spec }),
  changeSession: (household: string, { id, version, spec }: Kept<SessionRecord>) =>
    request<Kept<SessionRecord>>("PUT", `/households/${household}/sessions/${id}`, { version, spec }),
  tellSessions: (household: string, sessions: readonly SessionRecord[]) =>
    request<ToldSessions>("POST", `/households/${household}/sessions/many`, { sessions }),
  takeBackSessions: (household: string, rows: readonly Kept<SessionRecord>[]) =>
    request<unknown>("DELETE", `/households/${household}/sessions/many`, {
      rows: rows.map(({ id, version }) => ({ id, version })),
    }),
  samples: allSamples,
  /** What houses' meters told, the newest last. */
  houseMeters: (household: string) =>
    allSessions(household, "2000-01-01T00:00:00Z", "2100-01-01T00:00:00Z", "house"),

  chargePoints: (household: string) =>
    request<{ points: PointState[]; knocks: Knock[] }>("GET", `/households/${household}/charge-points`),
  givePassword: (household: string, point: string, password?: string) =>
    request<{ password: string }>(
      "POST",
      `/households/${household}/charge-points/${point}/password`,
      password === undefined ? {} : { password },
    ),
  devicesNow: (household: string) =>
    request<{ devices: DeviceState[] }>("GET", `/households/${household}/devices-now`),
  giveSecret: (household: string, device: string, secret: string | null) =>
    request<unknown>("PUT", `/households/${household}/devices-now/${device}/secret`, { secret }),
  tryDevice: (household: string, asked: { reach: Device["reach"]; secret?: string; id?: string }) =>
    request<Tried>("POST", `/households/${household}/devices-now/try`, asked),
  act: (household: string, point: string, act: PointAct) =>
    request<ActDone>("POST", `/households/${household}/charge-points/${point}/acts`, act),
  standIns: () => request<StandIns>("GET", "/stand-ins"),
  setStandIn: (at: string, body: object) => request<unknown>("PUT", `/stand-ins/${at}`, body),
  addSamples: (household: string, session: string, samples: readonly Sample[]) =>
    request<{ added: number }>("POST", `/households/${household}/sessions/${session}/samples`, { samples }),
  buckets: (household: string, session: string, from: number, to: number, buckets: number) =>
    request<Bucket[]>(
      "GET",
      `/households/${household}/sessions/${session}/buckets?from=${from}&to=${to}&buckets=${buckets}`,
    ),
  removeSession: (household: string, { id, version }: Kept<SessionRecord>) =>
    request<Kept<SessionRecord>>("DELETE", `/households/${household}/sessions/${id}`, { version }),
  restoreSession: (household: string, { id, version }: Kept<SessionRecord>) =>
    request<Kept<SessionRecord>>("POST", `/households/${household}/sessions/${id}/restore`, { version }),
  restore: <K extends Kind>(household: string, kind: K, { id, version }: Kept<unknown>) =>
    request<Kept<SpecOf<K>>>("POST", `/households/${household}/${kind}/${id}/restore`, { version }),
};
