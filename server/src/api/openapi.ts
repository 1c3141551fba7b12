import { z } from "zod";
import {
  householdSchema,
  KIND_NAMES,
  KINDS,
  planSchema,
  recordSchema,
  sampleSchema,
  sessionSchema,
  SPEC_VERSION,
} from "@kettleback/core";
import { BIN_DAYS } from "../database";
import { actAsked, newKey } from "../live";
import { newSecret, tryAsked } from "./devices";
import * as asked from "./requests";

type Json = Record<string, unknown>;

/** What a request is answered with: a schema by reference or in place, or another kind of text. */
interface Answer {
  readonly status: number;
  readonly what: string;
  readonly schema?: Json;
  readonly type?: string;
}

interface Operation {
  readonly method: "get" | "post" | "put" | "delete";
  /** As Express has it: parameters after a colon. */
  readonly path: string;
  readonly summary: string;
  readonly query?: z.ZodType;
  readonly body?: z.ZodType | Json;
  readonly answers: readonly Answer[];
  /** Statuses of refusals, beside 422 where something is sent. */
  readonly refusals?: readonly number[];
}

const ref = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });
const list = (items: Json): Json => ({ type: "array", items });
const object = (properties: Record<string, Json>): Json => ({
  type: "object",
  properties,
  required: Object.keys(properties),
});
const text: Json = { type: "string" };
const number: Json = { type: "number" };
const kept = (spec: Json): Json =>
  object({ id: text, version: { type: "integer" }, parentId: { type: ["string", "null"] }, spec });
const ok = (schema: Json, what = "Done"): Answer => ({ status: 200, what, schema });
const made = (schema: Json): Answer => ({ status: 201, what: "Added", schema });

const HOUSE = "/households/:household";
const copies = list(object({ name: text, madeAt: text, bytes: { type: "integer" } }));
const household = kept(ref("household"));
const unreadHousehold = object({
  id: text,
  name: text,
  problems: list(object({ field: text, message: text })),
});
const session = kept(ref("sessions"));
const orNull = (type: string): Json => ({ type: [type, "null"] });
const pointState = object({
  id: text,
  vendor: orNull("string"),
  model: orNull("string"),
  firmware: orNull("string"),
  status: orNull("string"),
  error: orNull("string"),
  clockBehind: number,
  connected: { type: "boolean" },
  seenAt: orNull("string"),
  hasPassword: { type: "boolean" },
  session: orNull("string"),
});
const deviceState = object({
  id: text,
  session: orNull("string"),
  readAt: orNull("string"),
  trouble: orNull("string"),
  limitSoc: orNull("number"),
  note: { anyOf: [object({ says: text, at: orNull("string") }), { type: "null" }] },
  secretFor: { type: ["string", "null"] },
});
const leaf = object({ path: text, value: { type: ["number", "string"] } });
const told = object({ role: text, path: text });
const knock = object({ identity: text, from: text, at: text, times: { type: "integer" }, why: text });
const network = object({
  id: text,
  name: text,
  address: { type: ["string", "null"] },
  readAt: text,
  locations: { type: "integer" },
});
const page = (rows: Json): Json => object({ rows: list(rows), next: { type: ["string", "null"] } });
const garage = object(Object.fromEntries(KIND_NAMES.map((kind) => [kind, list(kept(ref(kind)))])));

/** The operations that are the same for every kind of kept thing. */
const ofKinds: readonly Operation[] = KIND_NAMES.flatMap((kind): Operation[] => {
  const { one } = KINDS[kind];
  const row = kept(ref(kind));
  return [
    {
      method: "post",
      path: `${HOUSE}/${kind}`,
      summary: `Add a ${one}`,
      body: asked.additionOf(kind),
      answers: [made(row)],
      refusals: [404, 413],
    },
    {
      method: "put",
      path: `${HOUSE}/${kind}/:id`,
      summary: `Change a ${one}`,
      body: asked.changeOf(kind),
      answers: [ok(row)],
      refusals: [404, 409, 413],
    },
    {
      method: "delete",
      path: `${HOUSE}/${kind}/:id`,
      summary: `Delete a ${one}; it can be restored`,
      body: asked.versionOnly,
      answers: [ok(row)],
      refusals: [404, 409],
    },
    {
      method: "post",
      path: `${HOUSE}/${kind}/:id/restore`,
      summary: `Bring a deleted ${one} back`,
      body: asked.versionOnly,
      answers: [ok(row)],
      refusals: [404, 409],
    },
  ];
});

/** Everything the server answers under /api. */
export const OPERATIONS: readonly Operation[] = [
  {
    method: "get",
    path: "/health",
    summary: "Whether it runs",
    answers: [ok(object({ ok: { const: true } }))],
  },
  {
    method: "get",
    path: "/households",
    summary: "The households there are; one that cannot be read is named, with what is wrong",
    answers: [ok(list({ anyOf: [household, unreadHousehold] }))],
  },
  {
    method: "post",
    path: "/households",
    summary: "Add a household, with what its first plan brings",
    body: asked.newHousehold,
    answers: [made(household)],
  },
  {
    method: "put",
    path: HOUSE,
    summary: "Change a household's own settings",
    body: asked.householdChange,
    answers: [ok(household)],
    refusals: [404, 409],
  },
  {
    method: "delete",
    path: HOUSE,
    summary: "Delete a household with all it keeps; it can be restored",
    body: asked.versionOnly,
    answers: [ok(household)],
    refusals: [404, 409],
  },
  {
    method: "post",
    path: `${HOUSE}/restore`,
    summary: "Bring a deleted household back",
    body: asked.versionOnly,
    answers: [ok(household)],
    refusals: [404, 409],
  },
  {
    method: "get",
    path: "/bin",
    summary: `What was deleted in the last ${BIN_DAYS} days, latest first, with what puts it back`,
    answers: [
      ok(
        list(
          object({
            household: text,
            kind: { type: ["string", "null"], enum: [...KIND_NAMES, null] },
            id: text,
            version: { type: "integer" },
            name: text,
            deletedAt: text,
          }),
        ),
      ),
    ],
  },
  {
    method: "get",
    path: `${HOUSE}/file`,
    summary: "All that a household keeps and has recorded, as one open file (docs/formats.md)",
    answers: [{ status: 200, what: "The file", type: "application/json" }],
    refusals: [404],
  },
  {
    method: "post",
    path: "/take",
    summary: "Take a household file in, as a household of its own or into one there is",
    query: asked.takeInto,
    body: { type: "object", description: "A household file: docs/schemas/household.schema.json" },
    answers: [made(household)],
    refusals: [400, 404, 408, 413, 507],
  },
  { method: "get", path: "/copies", summary: "The copies of the database", answers: [ok(copies)] },
  {
    method: "post",
    path: "/copies/:name/restore",
    summary: "Put a copy in the place of the database; what was there is copied first",
    answers: [ok(copies)],
    refusals: [404, 422, 503],
  },
  {
    method: "post",
    path: "/demo",
    summary: "Put the demo's households in",
    answers: [made(list(household))],
  },
  {
    method: "get",
    path: `${HOUSE}/garage`,
    summary: "Everything a household keeps",
    answers: [ok(garage), { status: 304, what: "As it was when it had the tag that is sent" }],
    refusals: [404],
  },
  {
    method: "post",
    path: `${HOUSE}/import`,
    summary: "Take a plan in, with the parts it brings",
    body: ref("plan"),
    answers: [made(kept(ref("paths")))],
    refusals: [404, 413],
  },
  {
    method: "get",
    path: `${HOUSE}/sessions`,
    summary: "Sessions that began in a stretch of time, oldest first, a page at a time",
    query: asked.sessionsAsked,
    answers: [ok(page(session))],
    refusals: [404],
  },
  {
    method: "post",
    path: `${HOUSE}/sessions`,
    summary: "Record a session; told again under the same key it is the one there is (200)",
    body: asked.newSession,
    answers: [made(session), ok(session, "It was there already")],
    refusals: [404, 409],
  },
  {
    method: "post",
    path: `${HOUSE}/sessions/many`,
    summary: "Record sessions that are over, all or none; those told before under their key stay as they are",
    body: asked.toldSessions,
    answers: [made(object({ added: list(session), known: { type: "integer" } }))],
    refusals: [404, 413],
  },
  {
    method: "delete",
    path: `${HOUSE}/sessions/many`,
    summary: "Delete sessions, all or none; each can be restored",
    body: asked.takenBack,
    answers: [ok(object({ gone: { type: "integer" } }))],
    refusals: [404, 409],
  },
  {
    method: "put",
    path: `${HOUSE}/sessions/:id`,
    summary: "Change what is said of a session",
    body: asked.sessionChange,
    answers: [ok(session)],
    refusals: [404, 409],
  },
  {
    method: "delete",
    path: `${HOUSE}/sessions/:id`,
    summary: "Delete a session; it can be restored, its readings with it",
    body: asked.versionOnly,
    answers: [ok(session)],
    refusals: [404, 409],
  },
  {
    method: "post",
    path: `${HOUSE}/sessions/:id/restore`,
    summary: "Bring a deleted session back",
    body: asked.versionOnly,
    answers: [ok(session)],
    refusals: [404, 409],
  },
  {
    method: "get",
    path: `${HOUSE}/sessions/:id/samples`,
    summary: "A session's readings, a page at a time; `next` is the `from` of the next page",
    query: asked.samplesAsked,
    answers: [ok(page(ref("sample")))],
    refusals: [404],
  },
  {
    method: "post",
    path: `${HOUSE}/sessions/:id/samples`,
    summary: "Add readings; a moment that has its reading keeps it, so that a batch may be sent again",
    body: asked.newSamples,
    answers: [made(object({ added: { type: "integer" } }))],
    refusals: [404, 413],
  },
  {
    method: "get",
    path: `${HOUSE}/sessions/:id/buckets`,
    summary: "A session's readings in buckets of equal length: least, most and mean of each quantity",
    query: asked.bucketsAsked,
    answers: [
      ok(
        list(
          object({
            from: number,
            count: { type: "integer" },
            of: {
              type: "object",
              additionalProperties: {
                anyOf: [object({ min: number, max: number, mean: number }), { type: "null" }],
              },
            },
          }),
        ),
      ),
    ],
    refusals: [404],
  },
  {
    method: "get",
    path: `${HOUSE}/networks`,
    summary: "The public networks a household has read",
    answers: [ok(list(network))],
    refusals: [404],
  },
  {
    method: "get",
    path: `${HOUSE}/networks/:id`,
    summary: "A network's posts and prices as they were read: OCPI 2.2.1 Location and Tariff objects",
    answers: [ok(object({ locations: list({}), tariffs: list({}) }))],
    refusals: [404],
  },
  {
    method: "post",
    path: `${HOUSE}/networks`,
    summary: "Read a network by OCPI 2.2.1, and keep what it says; its token is kept nowhere",
    body: asked.newNetwork,
    answers: [made(network), ok(network, "Read anew")],
    refusals: [404, 502],
  },
  {
    method: "post",
    path: `${HOUSE}/networks/file`,
    summary: "Keep a network's posts and prices from a file",
    body: asked.networkFile,
    answers: [made(network), ok(network, "In the place of the older one")],
    refusals: [404, 413],
  },
  {
    method: "delete",
    path: `${HOUSE}/networks/:id`,
    summary: "Forget a network; it can be read again",
    answers: [ok(network)],
    refusals: [404],
  },
  {
    method: "get",
    path: `${HOUSE}/charge-points`,
    summary: "How one's own charge points stand, and who knocked and was not let in",
    answers: [ok(object({ points: list(pointState), knocks: list(knock) }))],
    refusals: [404],
  },
  {
    method: "post",
    path: `${HOUSE}/charge-points/:id/password`,
    summary: "Give a charge point a password, drawn where none is said; it is told in this answer only",
    body: newKey,
    answers: [made(object({ password: text }))],
    refusals: [404],
  },
  {
    method: "post",
    path: `${HOUSE}/charge-points/:id/acts`,
    summary:
      "Ask something of a charge point that is connected; what is done to a session is written into it",
    body: actAsked,
    answers: [ok(object({ taken: { type: "boolean" }, said: text }))],
    refusals: [404, 409, 504],
  },
  {
    method: "get",
    path: `${HOUSE}/devices-now`,
    summary:
      "How one's own devices stand: what each is read for, when it last told something, and what is wrong",
    answers: [ok(object({ devices: list(deviceState) }))],
    refusals: [404],
  },
  {
    method: "put",
    path: `${HOUSE}/devices-now/:id/secret`,
    summary: "Keep what a device wants to hear before it tells anything; it is never told again",
    body: newSecret,
    answers: [ok(object({ secretFor: { type: ["string", "null"] } }))],
    refusals: [404],
  },
  {
    method: "post",
    path: `${HOUSE}/devices-now/try`,
    summary: "Ask or hear a device once: the figures it tells, and what they are likely to be",
    body: tryAsked,
    answers: [ok(object({ leaves: list(leaf), guess: list(told), trouble: orNull("string") }))],
    refusals: [404, 503],
  },
  {
    method: "get",
    path: `${HOUSE}/events`,
    summary:
      "What happens, as server-sent events: `session`, `samples`, `point`, `device`, and `reset` where too much was missed",
    answers: [{ status: 200, what: "A line that stays open", type: "text/event-stream" }],
    refusals: [503],
  },
  {
    method: "get",
    path: "/sign-ins",
    summary: "The browsers that have given the passphrase, where one is asked for",
    answers: [
      ok(
        list(
          object({
            id: text,
            madeAt: number,
            seenAt: number,
            from: text,
            browser: text,
            own: { type: "boolean" },
          }),
        ),
      ),
    ],
  },
  {
    method: "delete",
    path: "/sign-ins/:id",
    summary: "End a sign-in",
    answers: [ok(object({ ended: { const: true } }))],
    refusals: [404],
  },
  ...ofKinds,
];

const REFUSALS: Readonly<Record<number, string>> = {
  400: "No JSON, or too deep",
  404: "There is no such thing",
  409: "It was changed meanwhile; `current` is the row as it is now",
  413: "Too large",
  422: "Not accepted; `errors` names each field and what is accepted",
  502: "The network was not read; `detail` says why",
  408: "It stopped coming",
  503: "Busy; try again in a moment",
  507: "No room left on the disk",
};

const schemaOf = (schema: z.ZodType): Json => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }) as Json;
  return rest;
};
const isZod = (schema: z.ZodType | Json): schema is z.ZodType => schema instanceof z.ZodType;

function parametersOf({ path, query }: Operation): Json[] {
  const inPath = [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: "path",
    required: true,
    schema: text,
  }));
  const { properties = {}, required = [] } = query
    ? (schemaOf(query) as { properties?: Record<string, Json>; required?: string[] })
    : {};
  const inQuery = Object.entries(properties).map(([name, schema]) => ({
    name,
    in: "query",
    required: required.includes(name),
    schema,
  }));
  return [...inPath, ...inQuery];
}

function operationOf(operation: Operation): Json {
  const { summary, query, body, answers, refusals = [] } = operation;
  const statuses = [...new Set([...refusals, ...(query || body ? [422] : [])])].sort();
  const parameters = parametersOf(operation);
  return {
    summary,
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body
      ? {
          requestBody: {
            required: true,
            content: { "application/json": { schema: isZod(body) ? schemaOf(body) : body } },
          },
        }
      : {}),
    responses: {
      ...Object.fromEntries(
        answers.map(({ status, what, schema, type = "application/json" }) => [
          status,
          { description: what, content: { [type]: schema ? { schema } : {} } },
        ]),
      ),
      ...Object.fromEntries(
        statuses.map((status) => [
          status,
          {
            description: REFUSALS[status],
            content: { "application/problem+json": { schema: ref("problem") } },
          },
        ]),
      ),
    },
  };
}

/** The address as OpenAPI writes it: parameters in braces. */
const addressOf = (path: string): string => path.replaceAll(/:(\w+)/g, "{$1}");

/** A tree in which whatever is one of the shared schemas is a reference to it. */
function shared(tree: unknown, names: ReadonlyMap<string, string>, root = false): unknown {
  if (typeof tree !== "object" || tree === null) return tree;
  const name = root ? undefined : names.get(JSON.stringify(tree));
  if (name !== undefined) return ref(name);
  return Array.isArray(tree)
    ? tree.map((item) => shared(item, names))
    : Object.fromEntries(Object.entries(tree).map(([field, value]) => [field, shared(value, names)]));
}

/** Every schema that is spoken of by name. */
const SHARED: Readonly<Record<string, Json>> = {
  household: schemaOf(householdSchema),
  plan: schemaOf(planSchema),
  session: schemaOf(sessionSchema),
  sessions: schemaOf(recordSchema),
  sample: schemaOf(sampleSchema),
  ...Object.fromEntries(KIND_NAMES.map((kind) => [kind, schemaOf(KINDS[kind].schema)])),
};
const NAMES = new Map(Object.entries(SHARED).map(([name, schema]) => [JSON.stringify(schema), name]));

/** The interface under /api, in OpenAPI 3.1, made from the schemas that judge what comes in. */
export function openApi(): Json {
  const paths: Record<string, Json> = {};
  for (const operation of OPERATIONS)
    (paths[addressOf(operation.path)] ??= {})[operation.method] = shared(operationOf(operation), NAMES);
  return {
    openapi: "3.1.0",
    info: {
      title: "Kettleback",
      version: `${SPEC_VERSION}.0.0`,
      description:
        "The interface of a Kettleback server. It listens on loopback; refusals are RFC 9457 problems. Every write carries the version last seen.",
    },
    servers: [{ url: "/api" }],
    paths,
    components: {
      schemas: {
        ...Object.fromEntries(
          Object.entries(SHARED).map(([name, schema]) => [name, shared(schema, NAMES, true)]),
        ),
        problem: {
          type: "object",
          properties: {
            type: text,
            title: text,
            status: { type: "integer" },
            detail: text,
            errors: list({
              type: "object",
              properties: {
                field: text,
                message: text,
                accepts: {
                  type: "object",
                  properties: { code: text, min: number, max: number, unit: text },
                },
              },
              required: ["field", "message"],
            }),
            current: { description: "The row as it is now, after a lost update" },
          },
          required: ["title", "status", "detail"],
        },
      },
    },
  };
}

/** The same as the text of docs/openapi.json. */
export const openApiText = (): string => `${JSON.stringify(openApi(), null, 1)}\n`;
