import { z } from "zod";
import {
  fieldAsGiven,
  named,
  problemsOf,
  withLines,
  type FieldProblem,
  jsonProblem,
} from "../../things/documents";
import { tariffSchema, type Household, type Tariff } from "../../things/parts";

/** A tariff object that was read, with what was left out of it, or the fields that are wrong. */
export type ReadTariff =
  /** With what was read past, a sentence each. */
  | { readonly ok: true; readonly value: Tariff; readonly notes: readonly string[] }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** Largest tariff file read, in bytes. */
export const TARIFF_MAX_BYTES = 1024 * 1024;

const needed = z.object({
  currency: z.string({ error: "needed: the tariff's currency, three letters such as EUR" }),
  elements: z.array(z.unknown(), { error: "needed: a list of elements" }),
});

/**
 * Reads one tariff from OCPI 2.2.1 JSON. Never throws.
 * @param currency the household's: a tariff in another is refused
 * @returns the tariff, or what is wrong with which field on which line, and what is accepted
 * @example readOcpi(printOcpi(dayNight, overnight.household, "2026-11-23T00:00:00Z"), "EUR").ok // true
 */
export function readOcpi(text: string, currency: string): ReadTariff {
  const fail = (field: string, message: string): ReadTariff => ({
    ok: false,
    problems: [{ field, message }],
  });
  if (text.length > TARIFF_MAX_BYTES)
    return fail("(file)", `too large: ${text.length} characters; accepted: up to ${TARIFF_MAX_BYTES}`);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return fail("(file)", jsonProblem(text, error as Error));
  }
  if (typeof raw !== "object" || raw === null || Array.isArray(raw))
    return fail("(file)", "needed: one tariff object; of a list, take one");
  const head = needed.safeParse(raw);
  if (!head.success) return { ok: false, problems: withLines(text, problemsOf(head.error, needed)) };
  if (head.data.currency !== currency)
    return {
      ok: false,
      problems: withLines(text, [
        {
          field: "currency",
          message: `this household counts in ${currency}, the tariff in ${head.data.currency}: currencies are never mixed`,
        },
      ]),
    };
  const { energy_mix: mix, ...own } = raw as Record<string, unknown>;
  const notes = mix === undefined ? [] : ["Its energy mix is read past: it changes no price."];
  const parsed = tariffSchema.safeParse(named(own));
  return parsed.success
    ? { ok: true, value: parsed.data, notes }
    : {
        ok: false,
        problems: withLines(
          text,
          problemsOf(parsed.error, tariffSchema).map((p) => ({ ...p, field: fieldAsGiven(p.field, raw) })),
        ),
      };
}

/** An identifier as OCPI has them, of what of a name is letters and digits; "tariff" where nothing is. */
const identifierOf = (name: string): string =>
  name
    .replace(/[^A-Za-z0-9]+/g, "-")
    .slice(0, 36)
    .replace(/^-|-$/g, "") || "tariff";

/**
 * Writes a tariff as an OCPI 2.2.1 Tariff object. What OCPI asks for and a household does not know is filled in: a
 * country and party of nobody's, an identifier, a moment of last change.
 * @param now ISO moment for `last_updated`, where the tariff has none
 * @example JSON.parse(printOcpi(dayNight, overnight.household, "2026-11-23T00:00:00Z")).currency // "EUR"
 */
export function printOcpi(tariff: Tariff, { currency }: Household, now: string): string {
  const document: Tariff = {
    country_code: "ZZ",
    party_id: "KBK",
    id: identifierOf(tariff.name),
    currency,
    last_updated: now,
    ...tariff,
  };
  return `${JSON.stringify(tariffSchema.parse(document), null, 2)}\n`;
}

/**
 * What a plain reader of OCPI would make of an exported tariff that is not what it says here, a sentence each: all that
 * stands under a name of ours is unknown to it, and skipped.
 * @example misreadBy(tariff) // []
 */
export function misreadBy({ elements, kettleback }: Tariff): string[] {
  const { hourly, membership, grace_minutes } = kettleback ?? {};
  const byAmps = elements.some((element) => element.kettleback);
  return [
    ...(hourly
      ? ["Prices by the hour are not known there: it would take the fixed price of the elements instead."]
      : []),
    ...(byAmps
      ? ["Prices by the amps chosen are not known there: it would take the first of them whatever is chosen."]
      : []),
    ...(membership?.joined
      ? ["A member's discount is not known there: it would count the full prices."]
      : []),
    ...(grace_minutes
      ? ["Grace is not known there: it would charge for standing from the first minute."]
      : []),
  ];
}
