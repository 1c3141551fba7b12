import { z } from "zod";
import { choice } from "./quantity";

/** Where people who know their trade disagree: what each school does, and why. The first is taken where nobody chose. */
export const DISAGREEMENTS = {
  leads: {
    about: "An extension lead",
    schools: {
      eight: {
        says: "never above 8 A",
        because:
          "Household leads and their sockets are not made for hours of load; 8 A leaves every one of them cool.",
      },
      heavy: {
        says: "a heavy, short, unrolled one at 10 A",
        because:
          "2.5 mm² or 12 AWG, up to 10 m and one piece, gives off no more than a wall socket does at 10 A.",
      },
    },
  },
  past80: {
    about: "A free station, past 80 %",
    schools: {
      stay: {
        says: "stay while nobody waits",
        because: "Nobody loses anything while the next stall is empty, and what is free is worth the wait.",
      },
      leave: {
        says: "leave at 80 %",
        because: "The last fifth takes as long as all before it, and somebody may be on the way.",
      },
    },
  },
  cold: {
    about: "Plugging in when it is cold",
    schools: {
      needed: {
        says: "when it needs charge",
        because:
          "Every plugging in wears plug and socket, and the car draws some watts as long as it is awake.",
      },
      always: {
        says: "always, where it costs nothing",
        because: "Plugged in, the car warms pack and cabin from the wall and starts with all its range.",
      },
    },
  },
  cable: {
    about: "A cable for a car of one phase",
    schools: {
      used: {
        says: "of one phase, as the car takes no more",
        because: "It is lighter, cheaper and easier to coil, and the other two cores would run empty.",
      },
      once: {
        says: "of three phases, bought once",
        because: "The next car may take three, and a three-phase cable does all that the other does.",
      },
    },
  },
} as const;

/** A matter on which people disagree. */
export type SchoolId = keyof typeof DISAGREEMENTS;
/** One of the schools of a matter. */
export type SchoolOf<K extends SchoolId> = keyof (typeof DISAGREEMENTS)[K]["schools"] & string;

const oneOf = <K extends SchoolId>(id: K) =>
  choice(Object.keys(DISAGREEMENTS[id].schools) as [SchoolOf<K>, ...SchoolOf<K>[]]).optional();

/** The school a household goes by on each matter; left out where nobody chose. */
export const schoolsSchema = z.strictObject({
  leads: oneOf("leads"),
  past80: oneOf("past80"),
  cold: oneOf("cold"),
  cable: oneOf("cable"),
});
/** The schools a household goes by. */
export type Schools = z.infer<typeof schoolsSchema>;

/**
 * The school that is followed on a matter: the one chosen, else the first of it.
 * @example schoolOf(undefined, "leads") // "eight"
 */
export const schoolOf = <K extends SchoolId>(schools: Schools | undefined, id: K): SchoolOf<K> =>
  (schools?.[id] as SchoolOf<K> | undefined) ?? (Object.keys(DISAGREEMENTS[id].schools)[0] as SchoolOf<K>);
