/** A description as it lies in a file, a row or a draft, before its schema has judged it. */
type Json = Readonly<Record<string, unknown>>;

/** The kinds of description that have changed so far; every other one is passed on as it is. */
type Part = "outlet" | "unit" | "lead" | "session" | "settings" | "path" | "tariff" | "lineup";

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

/**
 * A flat tariff, as versions 1 and 2 had it, as one of one element; any other is passed on. Documents of every version
 * may state one so.
 */
export function elementsOfFlat(spec: Json): Json {
  if ("elements" in spec || !("perKWh" in spec || "perSession" in spec)) return spec;
  const { perKWh, perSession = 0, ...rest } = spec;
  const fee = perSession === 0 ? [] : [{ type: "FLAT", price: perSession, step_size: 1 }];
  return {
    ...rest,
    elements: [{ price_components: [{ type: "ENERGY", price: perKWh, step_size: 1 }, ...fee] }],
  };
}

/** The fields of a flat tariff, in the order in which they become prices of its one element. */
const FLAT_FIELDS = ["perKWh", "perSession"] as const;

/** A field of a tariff as it was written: by its flat name where the tariff was given so. */
export function fieldAsGiven(field: string, given: unknown): string {
  const found = /^(?:(.*)\.)?elements\.0\.price_components\.([01])\.price$/.exec(field);
  if (!found) return field;
  const [, path, index] = found;
  const tariff = (path?.split(".") ?? []).reduce<unknown>(
    (at, key) => (typeof at === "object" && at !== null ? (at as Json)[key] : undefined),
    given,
  );
  if (!isJson(tariff) || "elements" in tariff) return field;
  const name = FLAT_FIELDS[Number(index)]!;
  return path === undefined ? name : `${path}.${name}`;
}

/** Version 2 to 3: a tariff is the open tariff object, of which a flat one has one element. */
const TO_3: Step = {
  tariff: elementsOfFlat,
  lineup: (spec) => ({
    ...spec,
    ways: Array.isArray(spec.ways)
      ? spec.ways.map((way: unknown) =>
          isJson(way) ? { ...way, tariff: within(TO_3, "tariff", way.tariff) } : way,
        )
      : spec.ways,
  }),
};

/** The step that leads to each version from the one before it. */
const STEPS: Readonly<Record<number, Step>> = { 2: TO_2, 3: TO_3 };

/** Version of every description this program writes: in files, in rows and in drafts. */
export const SPEC_VERSION = 3;

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
    Object.entries(document).map(([field, spec]) => {
      const part = upgradePart(field, spec, version);
      return [field, field === "tariff" && isJson(part) ? named(elementsOfFlat(part)) : part];
    }),
  );

/** A tariff object from elsewhere has no name of the household's: its own text or its identifier stands in. */
export function named(tariff: Json): Json {
  if (tariff.name !== undefined || !Array.isArray(tariff.elements)) return tariff;
  const [text] = Array.isArray(tariff.tariff_alt_text)
    ? (tariff.tariff_alt_text as { text?: unknown }[])
    : [];
  const name = text?.text ?? tariff.id;
  return name === undefined
    ? tariff
    : { name: typeof name === "string" ? name.slice(0, 80) : name, ...tariff };
}
