import type { Banned } from "./pieces";

/** Why a thing is never to be charged through, and what to take instead. */
export interface BannedWords {
  readonly name: string;
  readonly why: string;
  readonly instead: string;
}

/** Things never to pack for a car (common practice; NEC 625.44 and IEC 61851-1, from memory, know none of them). */
export const BANNED_WORDS: Readonly<Record<Banned, BannedWords>> = {
  "travel-adapter": {
    name: "travel adapter",
    why: "It is made for minutes of a kettle: its small contacts get hot over hours, and many pass on no earth.",
    instead: "A plug of the country, moulded or fitted to the unit itself.",
  },
  "cube-tap": {
    name: "cube or multi-way tap",
    why: "Its springs are weak, it hangs on its pins, and whatever else is in it adds to the load.",
    instead: "Nothing between the wall and the unit.",
  },
  "socket-block": {
    name: "block of sockets",
    why: "Thin wire, a switch and a light in the way of hours of full load.",
    instead: "Nothing between the wall and the unit.",
  },
  "second-lead": {
    name: "second lead, to join to the first",
    why: "Each joint is another contact that heats and lies on the ground, and a fault far out may not trip what protects it.",
    instead: "One lead that is long and heavy enough, or another place to park.",
  },
};
