import type { FieldProblem } from "@kettleback/core";

/** Exit codes: what was wrong. */
export const BAD_INPUT = 2;
export const NO_CHARGING = 3;

/** Says what is wrong with a file, field by field, as JSON too where JSON was asked for. */
export function refuse(file: string, problems: readonly FieldProblem[], json: boolean): number {
  if (json) console.log(JSON.stringify({ ok: false, problems }, null, 2));
  for (const { field, message } of problems) console.error(`${file}: ${field}: ${message}`);
  return BAD_INPUT;
}
