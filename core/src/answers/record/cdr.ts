import { z } from "zod";
import { jsonProblem, problemsOf, withLines, type FieldProblem } from "../../things/documents";
import type { SessionRecord } from "./recorded";

/** Largest file of charge detail records read, in characters. */
export const CDR_MAX_BYTES = 16 * 1024 * 1024;
/** Most records of one file. */
export const MOST_CDRS = 10_000;

/** Sessions that were read, with what was read past; or why nothing was. */
export type ReadSessions =
  | { readonly ok: true; readonly value: readonly SessionRecord[]; readonly notes: readonly string[] }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** A moment as OCPI 2.2.1 tells it, as ISO 8601 in universal time. */
export const ocpiMoment = z.iso
  .datetime({ offset: true, local: true, error: "accepted: a moment such as 2026-11-23T18:10:00Z" })
  // OCPI 2.2.1: a date without a zone is in universal time.
  .transform((text) => new Date(/(Z|[+-]\d\d:\d\d)$/.test(text) ? text : `${text}Z`).toISOString());

/** What of an OCPI 2.2.1 CDR object is used. */
const cdrSchema = z
  .looseObject({
    id: z
      .string({ error: "needed: an id" })
      .min(1, { error: "needed: an id" })
      .max(39, { error: "accepted: up to 39 characters" }),
    country_code: z.string().default("ZZ"),
    party_id: z.string().default("ZZZ"),
    start_date_time: ocpiMoment,
    end_date_time: ocpiMoment,
    currency: z.string({ error: "needed: the currency, three letters such as EUR" }),
    cdr_location: z.looseObject(
      {
        name: z.string().nullish(),
        address: z.string().nullish(),
        connector_power_type: z.string().nullish(),
      },
      { error: "needed: cdr_location, an object; only OCPI 2.2.1 has it" },
    ),
    total_energy: z
      .number({ error: "needed: total_energy in kWh" })
      .min(0, { error: "accepted: 0 to 1,000 kWh" })
      .max(1_000, { error: "accepted: 0 to 1,000 kWh" }),
    total_cost: z.looseObject(
      { excl_vat: z.number(), incl_vat: z.number().nullish() },
      { error: "needed: total_cost with excl_vat; another version of OCPI has a plain number" },
    ),
    charging_periods: z
      .array(
        z.looseObject({
          start_date_time: ocpiMoment,
          dimensions: z.array(z.looseObject({ type: z.string(), volume: z.number() })),
        }),
      )
      .default([]),
  })
  .refine((cdr) => Date.parse(cdr.end_date_time) >= Date.parse(cdr.start_date_time), {
    path: ["end_date_time"],
    error: "cannot be before the session begins",
  });
type Cdr = z.infer<typeof cdrSchema>;

/** The charge a record tells of, at its first and its last period; null where none does (dimension STATE_OF_CHARGE, %). */
function socsOf({ charging_periods: periods }: Cdr): { fromSoc: number | null; toSoc: number | null } {
  const socs = periods.flatMap(({ dimensions }) =>
    dimensions.filter(({ type, volume }) => type === "STATE_OF_CHARGE" && volume >= 0 && volume <= 100),
  );
  const [first, last] = [socs[0], socs.at(-1)];
  return { fromSoc: first ? first.volume / 100 : null, toSoc: socs.length > 1 ? last!.volume / 100 : null };
}

function sessionOf(cdr: Cdr): SessionRecord {
  const { cdr_location: location, total_cost: cost } = cdr;
  const power = location.connector_power_type;
  return {
    name: (location.name || location.address || "Public post").slice(0, 80),
    carId: null,
    placeId: null,
    begin: cdr.start_date_time,
    end: cdr.end_date_time,
    source: "public post",
    key: `${cdr.country_code}*${cdr.party_id}*${cdr.id}`,
    plan: null,
    wallWh: Math.round(cdr.total_energy * 1e6) / 1e3,
    ...socsOf(cdr),
    ...(power ? { current: power === "DC" ? "DC" : "AC" } : {}),
    paid: cost.incl_vat ?? cost.excl_vat,
  };
}

/** The records in a value as it was parsed: one, a list, or what a server wraps a list in. */
const listIn = (raw: unknown): readonly unknown[] | null => {
  if (Array.isArray(raw)) return raw;
  if (typeof raw !== "object" || raw === null) return null;
  const { data } = raw as { data?: unknown };
  return Array.isArray(data) ? data : "data" in raw ? null : [raw];
};

/**
 * Reads charge detail records (OCPI 2.2.1 CDR objects, one or a list) as sessions. Never throws; one that is wrong is
 * refused by line and field, and nothing is taken.
 * @param currency the household's: a bill in another is refused
 * @example readCdrs("[]", "EUR").ok // false
 */
export function readCdrs(text: string, currency: string): ReadSessions {
  const fail = (field: string, message: string): ReadSessions => ({
    ok: false,
    problems: [{ field, message }],
  });
  if (text.length > CDR_MAX_BYTES)
    return fail("(file)", `too large: ${text.length} characters; accepted: up to ${CDR_MAX_BYTES}`);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return fail("(file)", jsonProblem(text, error as Error));
  }
  const list = listIn(raw);
  if (!list || list.length === 0)
    return fail("(file)", "needed: OCPI 2.2.1 charge detail records (CDR), one or a list");
  if (list.length > MOST_CDRS) return fail("(file)", `${list.length} records; accepted: up to ${MOST_CDRS}`);
  const found: SessionRecord[] = [];
  const problems: FieldProblem[] = [];
  const at = (i: number, field: string) =>
    list === raw ? `${i}.${field}` : "data" in (raw as object) ? `data.${i}.${field}` : field;
  list.forEach((one, i) => {
    const cdr = cdrSchema.safeParse(one);
    if (!cdr.success)
      problems.push(...problemsOf(cdr.error, cdrSchema).map((p) => ({ ...p, field: at(i, p.field) })));
    else if (cdr.data.currency !== currency)
      problems.push({
        field: at(i, "currency"),
        message: `this household counts in ${currency}, the record in ${cdr.data.currency}: currencies are never mixed`,
      });
    else found.push(sessionOf(cdr.data));
  });
  if (problems.length > 0) return { ok: false, problems: withLines(text, problems) };
  const credits = found.filter(({ paid }) => (paid ?? 0) < 0).length;
  return credits > 0
    ? fail("total_cost", "accepted: 0 or more; credit records are not sessions, leave them out")
    : { ok: true, value: found, notes: [] };
}
