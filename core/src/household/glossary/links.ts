import type { LinkKind } from "../../engine/path";
import type { TermId } from "./terms";

/** The word that explains a link of the path. */
export const TERM_OF_LINK: Readonly<Record<LinkKind, TermId>> = {
  circuit: "circuit",
  outlet: "outlet",
  lead: "lead",
  evse: "evse",
  cable: "cable",
  adapter: "adapter",
  inlet: "inlet",
  charger: "charger",
  battery: "battery",
};
