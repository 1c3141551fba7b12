import {
  KINDS,
  problemsOf,
  upgradePart,
  type FieldProblem,
  type Kept,
  type Kind,
  type Unread,
} from "@kettleback/core";
import { isNoJson } from "../database";

/** A row, its description as it lies there, and the version that wrote it. */
export interface Described {
  readonly id: string;
  readonly version: number;
  readonly parentId: string | null;
  readonly specVersion: number;
  readonly spec: unknown;
}

/** A row whose description is brought up to this program's version and judged, or what is wrong with it. */
export function readRow(
  kind: Kind,
  { id, version, parentId, spec, specVersion }: Described,
): Kept<object> | Unread {
  const { schema, part } = KINDS[kind];
  const unread = (problems: readonly FieldProblem[], name: unknown): Unread => ({
    kind,
    id,
    name: String(name ?? id),
    problems: [...problems],
  });
  if (isNoJson(spec)) return unread([{ field: "spec", message: "what lies there is no JSON" }], id);
  const parsed = schema.safeParse(upgradePart(part, spec, specVersion));
  if (parsed.success) return { id, version, parentId, spec: parsed.data };
  const { name } = (spec ?? {}) as { name?: unknown };
  return unread(problemsOf(parsed.error, schema), name);
}

/** Whether a row could not be read. */
export const isUnread = (read: Kept<object> | Unread): read is Unread => "problems" in read;
