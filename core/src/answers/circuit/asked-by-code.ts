import { tradeOf } from "../../trade/sizes";
import type { Amps } from "../../trade/units";
import type { Circuits, Fed } from "./choose";
import type { NewRun } from "./run";

/** Something a local code asks for, what it is there for, and what of this circuit it hangs on. */
export interface CodeLine {
  readonly what: string;
  readonly why: string;
}

/** Amps above which a unit has to be one that can be switched off in sight under the NEC. */
const DISCONNECT_OVER: Amps = 60;
/** Largest unit that may hang on a socket under the NEC: 80 % of the largest there is, 50 A. */
const LARGEST_PLUGGED: Amps = 40;

const NEC_LINES = ({ amps }: Fed, run: NewRun, { breakerAmps }: Circuits): CodeLine[] => [
  run.end === "socket"
    ? {
        what: `A breaker with ground-fault protection (GFCI) before the socket, ${breakerAmps} A.`,
        why: "A socket for a car has to switch off when current goes astray (NEC 625.54); the one in the unit does not guard the socket itself.",
      }
    : {
        what: "Ground-fault protection is in the unit itself; no second one before it.",
        why: "Two of them in a row trip each other.",
      },
  ...(amps > DISCONNECT_OVER
    ? [
        {
          what: "A switch in sight of the unit that can be locked open.",
          why: "Asked for above 60 A (NEC 625.43).",
        },
      ]
    : []),
];

const IEC_LINES = ({ phases, system }: Fed, _: NewRun, { breakerAmps }: Circuits): CodeLine[] => [
  {
    what: `A residual-current device of its own, 30 mA, all poles: type B, or type A where the unit itself switches off at 6 mA of direct current.`,
    why: "Direct current from a car blinds an ordinary device, also those of the rest of the house (IEC 60364-7-722).",
  },
  {
    what: `A breaker that opens ${phases === 3 ? "all four poles" : "both poles"}, ${breakerAmps} A, curve as the fault current asks for.`,
    why: "With a small fault current a slow curve does not trip in time: the loop is measured.",
  },
  system === "it-230"
    ? {
        what: "Earthing as this network asks for, without a neutral.",
        why: "Not every unit and car charges between two lines: ask the maker before it is bought.",
      }
    : {
        what: "Earthing: which system the house has (TN-C-S, TN-S, TT), and what that asks for outdoors.",
        why: "Where earth and neutral share a wire of the network, a broken one puts the car's body under voltage: some codes ask for a rod or for a device that switches off.",
      },
];

/**
 * What local code asks for at such a circuit, with why. Which of it holds here the electrician says.
 * @example codeLines({ system: "230/400", phases: 1, amps: 32 }, newRun, laid).length // 4
 */
export function codeLines(fed: Fed, run: NewRun, circuits: Circuits): readonly CodeLine[] {
  const nec = tradeOf(fed.system) === "nec";
  return [
    ...(nec ? NEC_LINES : IEC_LINES)(fed, run, circuits),
    {
      what: "Surge protection at the board, where local code or the insurer asks for it.",
      why: "A car's charger costs more than the device, and a long run outdoors catches what lightning leaves.",
    },
    ...(run.outdoors
      ? [
          {
            what: "Unit, socket and boxes for outdoors, entries from below.",
            why: "Water in a live contact is heat, and then fire.",
          },
        ]
      : []),
  ];
}

/** Socket or wired in: what stands for each here, and whether it has to be one of them. */
export interface EndAdvice {
  readonly must: "hardwired" | null;
  readonly says: string;
  readonly forSocket: string;
  readonly forWired: string;
}

/**
 * Whether a unit should hang on a socket or be wired in. Two schools: a plug moves with its owner, a wired-in unit has fewer
 * contacts that can get warm.
 * @example endAdvice({ system: "split-phase", phases: 1, amps: 48 }, { outdoors: false }).must // "hardwired"
 */
export function endAdvice(
  { system, amps }: Pick<Fed, "system" | "amps">,
  { outdoors }: Pick<NewRun, "outdoors">,
): EndAdvice {
  const nec = tradeOf(system) === "nec";
  const tooLarge = nec ? amps > LARGEST_PLUGGED : amps > 32;
  return {
    must: tooLarge ? "hardwired" : null,
    says: tooLarge
      ? `${amps} A for hours is more than a socket holds (${nec ? `${LARGEST_PLUGGED} A on one of 50 A` : "32 A"}): it has to be wired in.`
      : outdoors
        ? "Outdoors, wired in is the quieter life: no contact that gets wet."
        : "Both are done.",
    forSocket:
      "A plug moves with you, and a broken unit is changed without an electrician. The socket has to be one made for hours of full current: ordinary ones have burnt.",
    forWired:
      "Fewer contacts that get warm, no plug that is pulled and pushed, and more than a socket holds.",
  };
}
