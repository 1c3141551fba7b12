/** A description as it lies in a file, a row or a draft, before its schema has judged it. */
type Json = Readonly<Record<string, unknown>>;

/** The kinds of description that have changed so far; every other one is passed on as it is. */
type Part = "outlet" | "unit" | "lead" | "session" | "settings" | "path";

/** What one version did to a part's description. */
type Step = Readonly<Partial<Record<Part, (spec: Json) => Json>>>;

/**
 * Version 1 to 2. What version 1 took for granted where nothing was said is written out; a portable unit's plugs
 * limited it, which version 2 asks rather than assumes.
 */
const TO_2: Step = {
  path: (spec) => ({
    acknowledged: [],
    ...spec,
    session: within(TO_2, "session", spec.session),
    settings: within(TO_2, "settings", spec.settings),
  }),
  outlet: (spec) => ({ condition: "sound", exposed: false, ...spec }),
  unit: (spec) => (spec.kind === "portable" ? { knowsPlugs: true, ...spec } : spec),
  lead: (spec) => ({ chained: false, overBlock: false, ...spec }),
  session: (spec) => ({ batteryC: null, heatingW: 0, ...spec }),
  settings: (spec) => ({ otherBusy: false, ...spec }),
};

/** The step that leads to each version from the one before it. */
const STEPS: Readonly<Record<number, Step>> = { 2: TO_2 };

/** Version of every description this program writes: in files, in rows and in drafts. */
export const SPEC_VERSION = 2;

/** A part inside another, taken along by the same step. */
function within(step: Step, part: Part, spec: unknown): unknown {
  return isJson(spec) ? step[part]!(spec) : spec;
}

const isJson = (value: unknown): value is Json =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Brings one part's description from a version to this program's; what is no object is left for its schema to refuse. */
export function upgradePart(part: string, spec: unknown, version: number): unknown {
  let at = spec;
  for (let to = version + 1; to <= SPEC_VERSION; to++) {
    const step = STEPS[to]?.[part as Part];
    if (step && isJson(at)) at = step(at);
  }
  return at;
}

/** Brings a document, all parts of it by their field names, from a version to this program's. */
export const upgradeParts = (document: Json, version: number): Json =>
  Object.fromEntries(
    Object.entries(document).map(([field, spec]) => [field, upgradePart(field, spec, version)]),
  );
