import type { EntityManager } from "@mikro-orm/core";
import { sessionFiler, thingsText, type Garage } from "@kettleback/core";
import { turns } from "../take/turn";
import { recorded } from "./sessions";

/** Characters that are handed on at once. */
const AT_ONCE = 64 * 1024;

/**
 * All that a household keeps and has recorded, as the text of one open file, a piece at a time: however much it is, only a
 * piece of it is in memory, and others are let in between.
 */
export async function* householdText(em: EntityManager, garage: Garage): AsyncGenerator<string> {
  const turn = turns();
  let text = "";
  for (const piece of thingsText(garage)) {
    text += piece;
    await turn();
    if (text.length < AT_ONCE) continue;
    yield text;
    text = "";
  }
  yield `${text}[`;
  const keyed = sessionFiler(garage);
  let first = true;
  for await (const { spec, samples } of recorded(em, garage.household.id)) {
    yield `${first ? "" : ","}\n  {"spec": ${JSON.stringify(keyed(spec))}, "samples": [`;
    first = false;
    let begun = false;
    for await (const piece of samples()) {
      yield `${begun ? "," : ""}\n   ${piece.map((sample) => JSON.stringify(sample)).join(",\n   ")}`;
      begun = true;
    }
    yield "]}";
    await turn();
  }
  yield `${first ? "" : "\n "}]\n}\n`;
}
