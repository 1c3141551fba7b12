import { z } from "zod";
import { READING_ROLES, SESSION_ROLES, type Mapping } from "@kettleback/core";

/** Where mappings are remembered on this device, by the line of names they are for. */
const KEY = "kettleback-log-mappings";
/** Mappings remembered at most; the oldest is forgotten first. */
const MOST = 40;

const roles = [...SESSION_ROLES, ...READING_ROLES] as const;
const mappingSchema = z.strictObject({
  kind: z.enum(["sessions", "readings"]),
  columns: z.array(z.strictObject({ role: z.enum(roles), unit: z.string().optional() }).nullable()),
  dates: z.enum(["day-first", "month-first"]),
  zone: z.string(),
});
const keptSchema = z.array(z.tuple([z.string(), mappingSchema]));

function kept(): [string, Mapping][] {
  try {
    const parsed = keptSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? "[]"));
    return parsed.success ? (parsed.data as [string, Mapping][]) : [];
  } catch {
    return [];
  }
}

const nameOf = (heads: readonly string[]): string => heads.join("\u001F");

/** How a table with these columns was read the last time; null for one that was never taken. */
export const rememberedFor = (heads: readonly string[]): Mapping | null =>
  kept().find(([name]) => name === nameOf(heads))?.[1] ?? null;

/** Remembers how a table was read once it is taken. */
export function remember(heads: readonly string[], mapping: Mapping): void {
  const others = kept().filter(([name]) => name !== nameOf(heads));
  try {
    localStorage.setItem(KEY, JSON.stringify([...others, [nameOf(heads), mapping]].slice(-MOST)));
  } catch {
    // A device that keeps nothing asks again the next time.
  }
}
