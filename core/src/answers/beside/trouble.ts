import type { CardStep } from "./cards";
import { expectedText } from "./cards";
import type { Beside } from "./situation";

/** Something that is not as it should be, and what to try, the likeliest and cheapest first. */
export interface Trouble {
  readonly id: string;
  readonly title: string;
  readonly tries: readonly CardStep[];
}

const nothing = ({ kind, start }: Beside): Trouble => ({
  id: "nothing",
  title: "Nothing flows",
  tries: [
    {
      id: "timer",
      text: "Is a timer on in the car? Override it: “charge now”.",
      why: "A car told to wait for the night waits at a public post too.",
    },
    {
      id: "limit",
      text: "Has the car reached the limit it is set to?",
      why: "At 80 % of 80 % it has nothing to do.",
    },
    {
      id: "home",
      text: "Pull both ends, push them in again until they click.",
      why: "Most of what looks like a fault is a plug half in.",
    },
    ...(kind === "portable"
      ? [
          {
            id: "light",
            text: "What does the unit’s light say? Red is often an earth that is not there: take another socket.",
            why: "It will not feed a car without earth, and it is right.",
          },
          { id: "breaker", text: "Has a breaker tripped, or is the socket on a switch?" },
        ]
      : [
          {
            id: "start",
            text:
              start === "nothing"
                ? "Does it want a card or an app after all?"
                : "Start it again; try the other order, card before plug.",
            why: "A start lapses after a minute or so without a car.",
          },
          {
            id: "other",
            text: "Take another plug or the other side of the post.",
            why: "One side is often out of order alone.",
          },
        ]),
    {
      id: "lock",
      text: "Unlock and lock the car, open and shut the driver’s door.",
      why: "That wakes what sleeps, and lets a stuck lock try again.",
    },
    { id: "call", text: "Call the number on the post; it can be started and reset from afar." },
  ],
});

const slow = ({ expected, kind }: Beside): Trouble => ({
  id: "slow",
  title: "It is slower than the sign",
  tries: [
    {
      id: "expected",
      text: expected
        ? `For this car the Path expects ${expectedText(expected)}: is it slower than that?`
        : "What does the Path say this car takes here?",
      why: "A car takes what its own charger takes, whatever the sign says.",
    },
    ...(kind === "rapid"
      ? [
          {
            id: "cold",
            text: "Is the battery cold? It takes less until it is warm: driving or its own heating warms it.",
            why: "Power may double within a quarter of an hour.",
          },
          {
            id: "full",
            text: "Is it beyond 60 to 80 %? Then it slows by design: go on sooner, charge at the next.",
          },
          {
            id: "shared",
            text: "Does another car charge at the same station? Two may share what one would have.",
          },
        ]
      : [
          {
            id: "amps",
            text: "Is a lower current set in the car from last time?",
            why: "Many keep it by place, some keep it for ever.",
          },
          {
            id: "phase",
            text: "Does the car show one phase where there should be three? Look at the cable: three pins with nothing in them carry nothing.",
            why: "A single-phase cable or a missing phase gives a third.",
          },
          { id: "cable", text: "Which amps does your cable say? A 16 A cable holds a 32 A post to 16." },
          { id: "shared", text: "Is another car at the same post? Some share one supply." },
        ]),
    {
      id: "full",
      text: "Near full every car slows.",
      why: "The last few per cent take as long as ten before.",
    },
  ].filter((step, i, all) => all.findIndex(({ id }) => id === step.id) === i),
});

const stuck = (): Trouble => ({
  id: "stuck",
  title: "The plug does not come out",
  tries: [
    { id: "stop", text: "Has it stopped? Stop it at the post, in the app and in the car." },
    {
      id: "unlock",
      text: "Unlock the car with its key, twice, and wait five seconds.",
      why: "Some let go of the plug only at the second press, some lock again at once.",
    },
    {
      id: "push",
      text: "Push the plug in a little, then pull straight, without twisting.",
      why: "A pin under side load does not move.",
    },
    { id: "release", text: "Look in the car’s manual for the hand release behind a panel or in the boot." },
    { id: "call", text: "At the post’s end: call its number, it can be unlocked from afar." },
  ],
});

const stopped = ({ kind }: Beside): Trouble => ({
  id: "stopped",
  title: "It stopped by itself",
  tries: [
    { id: "read", text: "Read what post and car say, and take a picture of it." },
    {
      id: "again",
      text: "Start it once more; if it stops again, not a third time here.",
      why: "What stops twice protects somebody from something.",
    },
    kind === "portable"
      ? { id: "warm", text: "Is the plug hot? Leave it, let it cool, take another socket or less current." }
      : { id: "other", text: "Take the other side, or the next post." },
    {
      id: "earth",
      text: "Trips each time? Water in a plug or a fault in the cable: try without your own cable or adapter, do not try again with it.",
    },
  ],
});

const paid = (): Trouble => ({
  id: "pay",
  title: "Card or app is refused",
  tries: [
    { id: "other", text: "Another card, or the app instead of the card, or the bank card." },
    { id: "network", text: "No network in the garage? Start from outside, or by the card." },
    { id: "call", text: "The hotline starts it by name and number of the post; ask what it will cost." },
  ],
});

/**
 * What may go wrong where one stands, and what to try.
 * @example troublesAt(beside).map(({ id }) => id) // ["nothing", "slow", "stopped", "stuck", "pay"]
 */
export const troublesAt = (situation: Beside): readonly Trouble[] => [
  nothing(situation),
  slow(situation),
  stopped(situation),
  stuck(),
  ...(situation.kind === "portable" || situation.start === "nothing" ? [] : [paid()]),
];
