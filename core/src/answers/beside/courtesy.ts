/** What one owes others at a post or a socket, and where the law may have its say. */
export interface Courtesy {
  readonly id: string;
  readonly title: string;
  readonly text: string;
}

/** Courtesy and law (common practice). What a place rules goes before all of it. */
export const COURTESIES: readonly Courtesy[] = [
  {
    id: "limit",
    title: "Time limits",
    text: "Two or three hours are common, by a sign, a disc or the tariff. Full counts as over: move on when it is done, not when the time is.",
  },
  {
    id: "bay",
    title: "The bay is for charging",
    text: "Many places fine or tow a car that stands in a marked bay without charging, an electric one too.",
  },
  {
    id: "pavement",
    title: "No cable across a pavement",
    text: "A cable over a footway trips people and is forbidden in most towns; a mat or a gully needs leave. Round the car, never across a path.",
  },
  {
    id: "others",
    title: "Other people’s plugs",
    text: "Unplug another’s car only where it is done, lets go by itself, and a note asks for it. Leave its flap shut and its cable off the ground.",
  },
  {
    id: "queue",
    title: "Who was first",
    text: "One car at a rapid plug, no further than about 80 % while others wait; a slow car does not need the fastest plug.",
  },
  {
    id: "socket",
    title: "Somebody else’s socket",
    text: "Ask first, say how many amps for how long, and pay. A camp site’s bollard is metered or flat; a socket in a stairwell belongs to everybody’s bill.",
  },
];

/** Said with it, always. */
export const LOCAL_RULES =
  "Local rules decide: signs, byelaws and what the owner of the place says go before anything written here.";
