import { z } from "zod";
import { idSchema } from "../../things/documents";
import { choice, nameSchema, quantity } from "../../things/parts";
import type { Plan } from "../../engine/plan";
import { MEASURED, ROLES, type ColumnRole, type Measured, type TableUnit } from "../record";

/** What a device may tell: the moment, what is measured in a reading, and the charge at which the car itself ends. */
export const TOLD_ROLES = ["at", ...MEASURED, "limitSoc"] as const;
/** What a device may tell. */
export type ToldRole = "at" | Measured | "limitSoc";

/** The units a figure may be told in. @example unitsTold("watts").map(({ id }) => id) // ["kW", "W"] */
export const unitsTold = (role: ToldRole): readonly TableUnit[] =>
  ROLES[role === "limitSoc" ? "soc" : (role as ColumnRole)].units ?? [];

/** What a role is called on screen. @example nameTold("volts") // "volts" */
export const nameTold = (role: ToldRole): string =>
  role === "limitSoc" ? "charge at which the car ends" : ROLES[role as ColumnRole].name;

const toldSchema = z
  .strictObject({
    role: choice(TOLD_ROLES as unknown as readonly [ToldRole, ...ToldRole[]]),
    /** Where it stands in what the device says, level by level: `phases.0.volts`; empty where that is the figure itself. */
    path: z.string().max(200, { error: "accepted: up to 200 characters" }),
    /** One of {@link unitsTold}; absent where the role has none. */
    unit: z.string().max(20).optional(),
  })
  .superRefine(({ role, unit }, ctx) => {
    const units = unitsTold(role);
    if (units.length > 0 ? !units.some(({ id }) => id === unit) : unit !== undefined)
      ctx.addIssue({
        code: "custom",
        path: ["unit"],
        message: `accepted: ${units.map(({ id }) => id).join(", ") || "no unit"}`,
      });
  });
/** A figure of what a device says: what it is, where it stands, and its unit. */
export type Told = z.infer<typeof toldSchema>;

/** Addresses a device may be asked at. @param schemes such as http */
const address = (schemes: readonly string[]) =>
  z
    .string({ error: "needed: an address" })
    .max(300, { error: "accepted: up to 300 characters" })
    .refine(
      (text) =>
        schemes.some((scheme) => text.startsWith(`${scheme}://`)) &&
        URL.canParse(text) &&
        !/\/\/[^/]*@/.test(text),
      {
        error: `accepted: an address such as ${schemes[0]}://192.168.1.20/status, without a password in it`,
      },
    );

/** The ports an address has unless it names another; of HTTP the platform knows them itself. */
const USUAL_PORT: Readonly<Record<string, string>> = { "mqtt:": "1883", "mqtts:": "8883" };

/**
 * Whom an address belongs to: scheme, host and port. A secret given for one is told to no other.
 * @example originOf({ address: "mqtt://Broker.example/meter" }) // "mqtt://broker.example:1883"
 */
export function originOf({ address: text }: { readonly address: string }): string {
  const { protocol, hostname, port } = new URL(text);
  const usual = USUAL_PORT[protocol];
  const given = port || usual;
  return `${protocol}//${hostname.toLowerCase()}${given ? `:${given}` : ""}`;
}

/**
 * How a device is reached: asked now and then over HTTP, heard by MQTT when it says something; or a public network is asked
 * by OCPI for the sessions of one's own, its token the secret.
 */
const reachSchema = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({
      kind: z.literal("http"),
      address: address(["http", "https"]),
      everySeconds: quantity(2, 600, "s"),
    }),
    z.strictObject({
      kind: z.literal("mqtt"),
      address: address(["mqtt", "mqtts"]),
      /** A topic, or with # at its end all below it. */
      topic: z.string({ error: "needed: a topic" }).regex(/^[^#+\0]{1,200}(?<=\/)#$|^[^#+\0]{1,200}$/, {
        error: "accepted: a topic such as house/meter, or house/meter/# for all below it",
      }),
    }),
    z.strictObject({
      kind: z.literal("ocpi"),
      /** Where its list of versions is. */
      address: address(["https", "http"]),
      everySeconds: quantity(5, 600, "s"),
    }),
  ],
  { error: "accepted: http, mqtt or ocpi" },
);

const fieldsSchema = z
  .array(toldSchema)
  .max(20, { error: "accepted: up to 20 figures" })
  .refine((rows) => new Set(rows.map(({ role }) => role)).size === rows.length, {
    error: "accepted: each figure once",
  });

/**
 * A device of one's own that tells what it measures: a meter at an outlet, or a car; or a network at whose posts a car is
 * charged. Its secret lies apart.
 */
export const deviceSchema = z
  .strictObject({
    name: nameSchema,
    /** What it tells of. */
    of: z.strictObject({ kind: choice(["outlets", "cars"]), id: idSchema }),
    reach: reachSchema,
    fields: fieldsSchema,
  })
  .superRefine(({ reach, of, fields }, ctx) => {
    const issue = (path: string, message: string) => ctx.addIssue({ code: "custom", path: [path], message });
    if (reach.kind !== "ocpi") {
      if (fields.length === 0) issue("fields", "needed: at least one figure it tells");
      return;
    }
    // What a session of OCPI has is known, and it is a car's.
    if (fields.length > 0) issue("fields", "accepted: none; a network's sessions are known");
    if (of.kind !== "cars") issue("of", "accepted: a car; a network tells of sessions, not of outlets");
  });
/** A device of one's own that tells what it measures. */
export type Device = z.infer<typeof deviceSchema>;

/**
 * Whether a session over a plan is at a post of a network, which then tells of it.
 * @example isAtPost(plan) // true
 */
export const isAtPost = ({ evse }: Pick<Plan, "evse">): boolean =>
  evse.kind === "post" || evse.kind === "rapid";
