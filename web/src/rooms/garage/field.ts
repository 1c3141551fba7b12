import type { Assumed, TermId } from "@kettleback/core";

/** A choice in a list. */
export interface Choice {
  readonly value: string;
  readonly label: string;
}

interface Common {
  /** Dotted place in the description. */
  readonly path: string;
  readonly label: string;
  readonly hint?: string;
  /** The word of the trade that explains it. */
  readonly term?: TermId;
  /** Shown and kept only while this holds for the values being edited. */
  readonly when?: (values: Values) => boolean;
  /** What is kept while it does not apply; nothing when left out. */
  readonly otherwise?: unknown;
  /** The mark by which a usual value, taken because nobody knew, is told from a known one. */
  readonly assumed?: Assumed;
}

/** What a form edits: text as typed, by dotted path. */
export type Values = Readonly<Record<string, unknown>>;

/** One field of a form, as data. Numbers are typed in `unit`; `scale` turns them into the description's unit. */
export type Field =
  | (Common & { readonly type: "text"; readonly optional?: boolean })
  | (Common & {
      readonly type: "number";
      readonly unit: string;
      readonly scale?: number;
      readonly optional?: boolean;
    })
  | (Common & {
      readonly type: "choice";
      readonly choices: readonly Choice[];
      readonly numeric?: boolean;
      /** The choices are types of outlet, shown by their pictures; the field that names their supply, where one does. */
      readonly sockets?: { readonly supply?: string };
    })
  /** An optional tick that was never set stays unset rather than becoming a stated "no". */
  | (Common & { readonly type: "tick"; readonly optional?: boolean })
  /** An optional list of ticks that was never set stays unset while none is ticked. */
  | (Common & { readonly type: "ticks"; readonly choices: readonly Choice[]; readonly optional?: boolean })
  /** A day of the calendar. */
  | (Common & { readonly type: "date" })
  /** Several lines of one's own words. */
  | (Common & { readonly type: "lines" })
  /** A list of marks that other fields tick. */
  | (Common & { readonly type: "marks" })
  /** Not kept itself: what stands in the car's papers, typed here, fills other fields. */
  | (Common & { readonly type: "papers" })
  /** Not kept itself either: what is seen in the car's inlet. */
  | (Common & { readonly type: "look" })
  | (Common & { readonly type: "numbers"; readonly unit: string })
  /** A row of pairs kept as [{key, amount}]. */
  | (Common & {
      readonly type: "pairs";
      readonly key: {
        readonly name: string;
        readonly choices: readonly Choice[];
        readonly numeric?: boolean;
      };
      readonly amount: { readonly name: string; readonly unit: string; readonly scale?: number };
      readonly optional?: boolean;
    })
  | (Common & { readonly type: "economy" })
  /** Points of a curve, kept as [{soc, watts}]; `capacity` names the field that scales the generic shapes. */
  | (Common & { readonly type: "curve"; readonly capacity: string });

/** A titled group of fields. */
export interface Group {
  readonly title: string;
  /** Shut until wanted, with what it holds said in a line; "unless-new" stands open while a thing is added. */
  readonly folded?: true | "unless-new";
  readonly fields: readonly Field[];
}
