import type { ConnectorId } from "../../trade/connectors";
import type { OutletTypeId } from "../../trade/outlets";

/** What one piece of a plate says, as data. Every number in it is printed there. */
export type Said =
  | {
      readonly what: "volts";
      readonly low: number;
      readonly high: number;
      /** Two voltages of one system (230/400, 120/240), not a range. */
      readonly pair: boolean;
      readonly current: "AC" | "DC" | undefined;
    }
  | {
      readonly what: "phases";
      readonly phases: 1 | 2 | 3;
      readonly neutral: boolean;
      readonly earth: boolean;
    }
  /** Rising where several are printed: the steps of a unit. */
  | { readonly what: "amps"; readonly amps: readonly number[] }
  | { readonly what: "watts"; readonly watts: number; readonly apparent: boolean }
  /** What a pack holds; of it what can be used, or all its cells, where that is said. */
  | {
      readonly what: "energy";
      readonly wattHours: number;
      readonly part: "usable" | "gross" | undefined;
    }
  | { readonly what: "ampHours"; readonly ampHours: number }
  | { readonly what: "hertz"; readonly hertz: readonly number[] }
  /** Where the earth contact sits on a clock face: IEC 60309's key. */
  | { readonly what: "hour"; readonly hour: number }
  | { readonly what: "outlet"; readonly type: OutletTypeId | undefined; readonly name: string }
  | { readonly what: "connector"; readonly connectors: readonly ConnectorId[]; readonly name: string }
  | { readonly what: "mode"; readonly mode: 2 | 3 | 4 }
  | { readonly what: "level"; readonly level: 1 | 2 }
  | {
      readonly what: "made-for";
      readonly kind: PlateKind;
      readonly name: string;
    }
  | { readonly what: "ingress"; readonly solids: number | undefined; readonly water: number | undefined }
  | { readonly what: "residual"; readonly name: string }
  | { readonly what: "chemistry"; readonly name: string }
  | { readonly what: "length"; readonly metres: number }
  | { readonly what: "gauge"; readonly awg: number; readonly cores: number | undefined }
  | {
      readonly what: "reel";
      readonly coiled: boolean;
      readonly watts: number | undefined;
      readonly amps: number | undefined;
    }
  | { readonly what: "temperature"; readonly low: number | undefined; readonly high: number }
  | { readonly what: "unearthed" }
  | { readonly what: "insulation"; readonly volts: number };

/** What a plate may be of. */
export const PLATE_KINDS = ["evse", "outlet", "lead", "car"] as const;
/** What a plate can be on. */
export type PlateKind = (typeof PLATE_KINDS)[number];

/** A piece of the text, what it says, and on which side of a unit it stands. */
export interface Token {
  readonly at: number;
  readonly text: string;
  readonly said: Said;
  readonly side: "in" | "out" | undefined;
}

type Of<W extends Said["what"]> = Extract<Said, { what: W }>;

/**
 * Every piece of one sort.
 * @example saidOf(readPlate("230 V 16 A").tokens, "volts").length // 1
 */
export const saidOf = <W extends Said["what"]>(tokens: readonly Token[], what: W): Of<W>[] =>
  tokens.map(({ said }) => said).filter((said): said is Of<W> => said.what === what);
