import type { Evse } from "@kettleback/core";

/** How a unit's current is set, in its owner's words, as it follows a setting in a sentence; nothing where unsaid. */
export const howSet = ({ howSet: words }: Pick<Evse, "howSet">): string =>
  words === undefined ? "" : ` (${words})`;
