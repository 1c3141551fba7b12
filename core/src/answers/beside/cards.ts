import type { Beside } from "./situation";

/** One thing to do, and why. */
export interface CardStep {
  /** Stays with it, so that a tick does. */
  readonly id: string;
  readonly text: string;
  readonly why?: string;
}

/** One card: what is to be done now. */
export interface Card {
  readonly id: string;
  readonly title: string;
  /** What one looks at first, in a line. */
  readonly says: string;
  readonly steps: readonly CardStep[];
}

/** Stands under every card. */
export const EMERGENCY =
  "Smell, heat, sparks, damage, water in a plug: stop it at the post or the car, keep your hands off the plug, leave it and call the number on the post. Where there is fire, get away and call the emergency services.";

const minutesText = (minutes: number): string =>
  minutes % 60 === 0
    ? `${minutes / 60} h`
    : minutes > 60
      ? `${Math.floor(minutes / 60)} h ${minutes % 60} min`
      : `${minutes} min`;

const BEFORE: Readonly<Record<Beside["kind"], readonly CardStep[]>> = {
  "own-cable": [
    { id: "alive", text: "The post is alive: a light or a display, nothing open, burnt or wet." },
    { id: "fits", text: "Its socket takes your cable, and your cable takes your car." },
  ],
  tethered: [
    { id: "alive", text: "The post is alive: a light or a display, nothing open, burnt or wet." },
    { id: "fits", text: "Its plug is your car’s, or you have the adapter for it." },
  ],
  rapid: [
    {
      id: "alive",
      text: "The station is alive and says it is free; the plug you need is on this side of it.",
    },
    { id: "fits", text: "Its plug is your car’s; the cable reaches without pulling." },
  ],
  portable: [
    { id: "asked", text: "Whoever the socket belongs to has said yes, and knows for how long." },
    {
      id: "sound",
      text: "The socket is firm, cool, dry and not discoloured; nothing else hangs on it.",
      why: "Hours of full load find every loose contact.",
    },
  ],
};

function before({ kind, inlet, limitMinutes, idleFee }: Beside): Card {
  return {
    id: "before",
    title: "Before you plug in",
    says: `Your inlet is at the ${inlet}, as set under “Will it reach”: park so that the cable reaches it lying loose.`,
    steps: [
      ...BEFORE[kind],
      ...(kind === "portable"
        ? []
        : [
            {
              id: "price",
              text: "You know what it costs: energy, time, and a fee at the start.",
            } satisfies CardStep,
          ]),
      {
        id: "limit",
        text:
          limitMinutes === null
            ? "You have read the sign for how long one may stay."
            : `You may stay ${minutesText(limitMinutes)}: set yourself a reminder.`,
        ...(idleFee ? { why: "Standing here when it is done costs extra." } : {}),
      },
    ],
  };
}

const CAPS: CardStep = { id: "caps", text: "Take the caps off and hang them where they stay dry." };
const CLICK: CardStep = {
  id: "click",
  text: "Push until it clicks; it locks by itself.",
  why: "Half in, the small contact that says “plugged in” is not made, and nothing starts.",
};

function plug({ kind, adapter, combined }: Beside): Card {
  const flap: CardStep[] = combined
    ? [
        kind === "rapid"
          ? { id: "flap", text: "Open the lower flap as well: rapid charging needs all of the inlet." }
          : {
              id: "flap",
              text: "Leave the lower flap shut: those two contacts are for rapid charging only.",
            },
      ]
    : [];
  const put: CardStep[] = adapter
    ? [
        {
          id: "adapter",
          text: "Put the adapter on the post’s plug first, then both into the car.",
          why: "Then the joint is made before anything can flow, and pulled apart last.",
        },
      ]
    : [];
  const steps: Readonly<Record<Beside["kind"], readonly CardStep[]>> = {
    "own-cable": [
      CAPS,
      {
        id: "post-end",
        text: "The post’s end first.",
        why: "Most posts wait for their own end before they look for a car.",
      },
      { id: "car-end", text: "Then the car’s end." },
      ...flap,
      CLICK,
    ],
    tethered: [
      CAPS,
      ...put,
      { id: "car-end", text: "Take the plug off its holder, straight into the car." },
      ...flap,
      CLICK,
    ],
    rapid: [
      CAPS,
      ...flap,
      ...put,
      {
        id: "car-end",
        text: "Carry the plug with both hands, straight into the car.",
        why: "It is heavy; hanging askew it does not lock.",
      },
      CLICK,
    ],
    portable: [
      {
        id: "set",
        text: "Set the unit to the current you mean to draw before anything is plugged in.",
        why: "What is moulded on a plug is for minutes; for hours less holds.",
      },
      {
        id: "wall-end",
        text: "The wall end first, straight into the wall: no block, no travel adapter, no second lead.",
      },
      { id: "light", text: "Wait for its light: it tests the earth." },
      CAPS,
      { id: "car-end", text: "Then the car’s end, and hang the box so that the plug carries no weight." },
      ...flap,
      CLICK,
    ],
  };
  return {
    id: "plug",
    title: "Plug in, in this order",
    says:
      kind === "own-cable"
        ? "Post first, then car."
        : kind === "portable"
          ? "Wall first, then car."
          : adapter
            ? "Adapter onto the plug, then into the car."
            : "Only the car: the other end is fixed.",
    steps: steps[kind],
  };
}

const STARTING: Readonly<Record<Beside["start"], readonly CardStep[]>> = {
  nothing: [{ id: "wait", text: "Do nothing: wait for the click in the post and the light at the inlet." }],
  card: [
    {
      id: "reader",
      text: "Hold the card to the reader until it answers.",
      why: "Some want the card before the plug: where nothing happens, try that order.",
    },
  ],
  app: [
    {
      id: "number",
      text: "Find the number of this post and this side of it in the app.",
      why: "The neighbour’s number starts the neighbour’s.",
    },
    { id: "press", text: "Press start and stay until it answers." },
  ],
  "bank-card": [
    {
      id: "terminal",
      text: "Choose the plug on the display, then hold the card to the terminal.",
      why: "A sum is set aside until the bill is made.",
    },
  ],
  "plug-and-charge": [
    { id: "wait", text: "Leave it: car and station greet each other. Have a card ready should they not." },
  ],
};

const start = ({ start: how, kind }: Beside): Card => ({
  id: "start",
  title: "Start",
  says:
    kind === "portable"
      ? "It starts by itself once the car is ready."
      : "Up to a minute passes before anything shows.",
  steps: kind === "portable" ? STARTING.nothing : STARTING[how],
});

/**
 * What post, car and current should show when it has really started, in words.
 * @example expectedText({ kW: 10.6, amps: 16, phases: 3, rapid: false }) // "about 10.6 kW into the battery, 16 A on three phases"
 */
export const expectedText = (expected: NonNullable<Beside["expected"]>): string => {
  const kW = expected.kW >= 20 ? Math.round(expected.kW) : Math.round(expected.kW * 10) / 10;
  if (expected.rapid) return `up to ${kW} kW into the battery, climbing over the first minutes`;
  return `about ${kW} kW into the battery, ${Math.round(expected.amps * 10) / 10} A on ${expected.phases === 3 ? "three phases" : "one phase"}`;
};

const check = ({ expected, kind }: Beside): Card => ({
  id: "check",
  title: "Has it really started?",
  says: expected
    ? `The Path expects ${expectedText(expected)}.`
    : "The car shows power, not only “plugged in”.",
  steps: [
    ...(kind === "portable"
      ? []
      : [{ id: "post", text: "The post says “charging”, not only “connected” or “authorised”." }]),
    { id: "car", text: "The car says it is charging, and to what percentage." },
    {
      id: "current",
      text: expected
        ? `Within two minutes it shows ${expectedText(expected)}.`
        : "Within two minutes it shows kilowatts or amps.",
      why: "A car that only talks to the post looks the same from a distance.",
    },
    { id: "locked", text: "The plug is locked: it does not come out by hand." },
  ],
});

const meanwhile = ({ kind, limitMinutes }: Beside): Card => ({
  id: "while",
  title: "While it charges",
  says: "Look once more after five minutes: a stop noticed late costs the whole stay.",
  steps: [
    {
      id: "five",
      text: "After five minutes it still charges.",
      why: "Older posts stop by themselves, and nobody is told.",
    },
    {
      id: "warm",
      text: "Plug and handle are warm at most: never too hot to hold.",
      why: "Heat is a contact that fails.",
    },
    ...(kind === "portable"
      ? [{ id: "hour", text: "After an hour, feel plug and socket again." } satisfies CardStep]
      : []),
    {
      id: "stopped",
      text: "You know what a stop looks like: another colour at the inlet, no kilowatts, a message from the car.",
    },
    ...(limitMinutes === null
      ? []
      : [{ id: "back", text: `Be back before ${minutesText(limitMinutes)} are over.` } satisfies CardStep]),
    { id: "off", text: "Nobody sits in it with everything on: that takes 0.3 to 1 kW of what comes in." },
  ],
});

const end = ({ kind, start: how, autoUnlock, idleFee }: Beside): Card => ({
  id: "end",
  title: "Stop and move on",
  says: kind === "portable" ? "Car first, then wall." : "Stop, unlock, car’s end first.",
  steps: [
    {
      id: "stop",
      text:
        kind === "portable" || how === "nothing"
          ? "Stop it in the car."
          : how === "app"
            ? "Stop it in the app, or in the car."
            : "Stop it the way it was started, or in the car.",
      why: "Pulled under load a contact burns a little each time.",
    },
    {
      id: "unlock",
      text: "Unlock the car: that lets the plug go.",
      why: autoUnlock
        ? "Yours lets go by itself when it is done: a courtesy to who waits, and a risk to a cable of your own."
        : "Most hold the plug until the doors are unlocked: nobody takes your cable, and nobody can go on after you.",
    },
    { id: "car-end", text: "The car’s end first, caps on at once." },
    kind === "own-cable"
      ? { id: "stow", text: "Then the post’s end; wipe it, coil it loosely, stow it." }
      : kind === "portable"
        ? { id: "stow", text: "Then the wall’s end; leave the socket as you found it, and say thank you." }
        : {
            id: "stow",
            text: "Hang the plug in its holder and the cable off the ground.",
            why: "The next one may come in a wheelchair or in the dark.",
          },
    {
      id: "move",
      text: "Move on: somebody may be waiting.",
      ...(idleFee ? { why: "From now on standing here costs extra." } : {}),
    },
  ],
});

/**
 * The cards of a session, in the order in which they are needed.
 * @example cardsFor(beside).map(({ id }) => id) // ["before", "plug", "start", "check", "while", "end"]
 */
export const cardsFor = (situation: Beside): readonly Card[] =>
  [before, plug, start, check, meanwhile, end].map((make) => make(situation));
