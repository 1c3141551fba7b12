/** A description as it lies in a file, a row or a draft, before its schema has judged it. */
type Json = Readonly<Record<string, unknown>>;

/** The kinds of description that have changed so far; every other one is passed on as it is. */
type Part =
  | "car"
  | "outlet"
  | "evse"
  | "lead"
  | "cable"
  | "session"
  | "settings"
  | "path"
  | "tariff"
  | "way"
  | "lineup";

/** What one version did to each part's description, and the names it gave to fields that hold parts. */
interface Step {
  readonly parts: Readonly<Partial<Record<Part, (spec: Json) => Json>>>;
  readonly names: Readonly<Record<string, string>>;
}

const isJson = (value: unknown): value is Json =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** A description with fields under their new names; where both names are given the old one stays, to be refused. */
const renamed = (spec: Json, names: Readonly<Record<string, string>>): Json =>
  Object.fromEntries(
    Object.entries(spec).map(([field, value]) => {
      const name = names[field];
      return [name === undefined || name in spec ? field : name, value];
    }),
  );

/** A part inside another, taken along by the same step. */
const within = ({ parts }: Step, part: Part, spec: unknown): unknown =>
  isJson(spec) ? (parts[part]?.(spec) ?? spec) : spec;

/** A description of several parts: each taken along, by the name its field has now. */
const partwise = (step: Step, document: Json): Json =>
  Object.fromEntries(
    Object.entries(renamed(document, step.names)).map(([field, spec]) => [
      field,
      within(step, (field === "unit" ? "evse" : field) as Part, spec),
    ]),
  );

const each = (list: unknown, of: (spec: unknown) => unknown): unknown =>
  Array.isArray(list) ? list.map(of) : list;

/**
 * Version 1 to 2. What version 1 took for granted where nothing was said is written out; a portable unit's plugs
 * limited it, which version 2 asks rather than assumes.
 */
const TO_2: Step = {
  names: {},
  parts: {
    path: (spec) => ({
      acknowledged: [],
      ...spec,
      session: within(TO_2, "session", spec.session),
      settings: within(TO_2, "settings", spec.settings),
    }),
    outlet: (spec) => ({ condition: "sound", exposed: false, ...spec }),
    evse: (spec) => (spec.kind === "portable" ? { knowsPlugs: true, ...spec } : spec),
    lead: (spec) => ({ chained: false, overBlock: false, ...spec }),
    session: (spec) => ({ batteryC: null, heatingW: 0, ...spec }),
    settings: (spec) => ({ otherBusy: false, ...spec }),
    way: (spec) => partwise(TO_2, spec),
  },
};

/**
 * A flat tariff, as versions 1 and 2 had it, as one of one element; any other is passed on. Documents of every version
 * may state one so.
 * @example elementsOfFlat({ perKWh: 0.3 }).elements.length // 1
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

/** Version 2 to 3: a tariff is the open tariff object, of which a flat one has one element. */
const TO_3: Step = {
  names: {},
  parts: {
    tariff: elementsOfFlat,
    way: (spec) => partwise(TO_3, spec),
    lineup: (spec) => ({ ...spec, ways: each(spec.ways, (way) => within(TO_3, "way", way)) }),
  },
};

/** The names version 4 gave: what was called a unit is an EVSE, what was called a lane is a phase. */
const NAMES_OF_4 = {
  unit: "evse",
  units: "evses",
  unitId: "evseId",
  unitAmps: "evseAmps",
  lanes: "phases",
  listedLanesOnly: "listedPhasesOnly",
} as const;

/** Cautions that got another code, as a saved path lists those its owner has acknowledged. */
const CODES_OF_4: Readonly<Record<string, string>> = {
  "breaker-below-unit": "breaker-below-evse",
  "fixed-unit": "fixed-evse",
};

const renamedTo4 = (spec: Json): Json => renamed(spec, NAMES_OF_4);

/**
 * Version 3 to 4: the field's own terms, and a place where a way only had its time limit. A line-up's way had no place
 * but might have a limit: it gets one by its own name.
 */
const TO_4: Step = {
  names: NAMES_OF_4,
  parts: {
    car: (spec) => ({
      ...spec,
      charger: isJson(spec.charger)
        ? {
            ...renamedTo4(spec.charger),
            limits: each(spec.charger.limits, (limit) => (isJson(limit) ? renamedTo4(limit) : limit)),
          }
        : spec.charger,
    }),
    evse: renamedTo4,
    cable: renamedTo4,
    settings: renamedTo4,
    path: (spec) => ({
      ...renamedTo4(spec),
      settings: within(TO_4, "settings", spec.settings),
      acknowledged: each(spec.acknowledged, (code) => CODES_OF_4[code as string] ?? code),
    }),
    way: (spec) => {
      const { limitMinutes, ...way } = partwise(TO_4, spec);
      const place =
        limitMinutes === null || limitMinutes === undefined ? null : { name: way.name, limitMinutes };
      return { place, ...way };
    },
    lineup: (spec) => ({
      ...spec,
      cars: each(spec.cars, (car) => within(TO_4, "car", car)),
      ways: each(spec.ways, (way) => within(TO_4, "way", way)),
    }),
  },
};

/** The step that leads to each version from the one before it. */
const STEPS: Readonly<Record<number, Step>> = { 2: TO_2, 3: TO_3, 4: TO_4 };

/** Version of every description this program writes: in files, in rows and in drafts. */
export const SPEC_VERSION = 4;

/** The steps from a version to this program's, oldest first. */
const stepsFrom = (version: number): Step[] =>
  Object.entries(STEPS).flatMap(([to, step]) => (Number(to) > version ? [step] : []));

/**
 * Brings a part's description from a version to this program's; what is no object is left for its schema to refuse.
 * @example upgradePart("path", { unitId: "u-1" }, 3) // { evseId: "u-1" }
 */
export const upgradePart = (part: string, spec: unknown, version: number): unknown =>
  stepsFrom(version).reduce((at, step) => within(step, part as Part, at), spec);

/**
 * Brings a document, all parts of it by their field names, from a version to this program's.
 * @example upgradeParts({ unit: {} }, 3) // { evse: {  } }
 */
export function upgradeParts(document: Json, version: number): Json {
  const upgraded = stepsFrom(version).reduce((at, step) => partwise(step, at), document);
  const { tariff } = upgraded;
  return isJson(tariff) ? { ...upgraded, tariff: named(elementsOfFlat(tariff)) } : upgraded;
}

/**
 * A document of an older version with its own fields under the names they have now; what they hold stays as it is.
 * @example upgradeNames({ version: 3, unit: "Hall post" }) // { version: 3, evse: "Hall post" }
 */
export const upgradeNames = (document: unknown): unknown =>
  isJson(document) && typeof document.version === "number"
    ? stepsFrom(document.version).reduce((at, { names }) => renamed(at, names), document)
    : document;

/**
 * A tariff object from elsewhere has no name of the household's: its own text or its identifier stands in.
 * @example named({ elements: [], id: "night" }).name // "night"
 */
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

/** The fields of a flat tariff, in the order in which they become prices of its one element. */
const FLAT_FIELDS = ["perKWh", "perSession"] as const;

const OLD_NAMES: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(NAMES_OF_4).map(([old, now]) => [now, old]),
);

/** A field's path as a document before version 4 spells it. */
const spelledBefore4 = (field: string): string =>
  field
    .replace(/\bplace\.limitMinutes$/, "limitMinutes")
    .split(".")
    .map((name) => OLD_NAMES[name] ?? name)
    .join(".");

/**
 * A field as the document it was read from spells it: by the names of its version, a flat tariff by its flat ones.
 * @example fieldAsGiven("evse.maxAmps", { version: 3 }) // "unit.maxAmps"
 */
export function fieldAsGiven(field: string, given: unknown): string {
  const version = isJson(given) ? given.version : undefined;
  const spelled = typeof version === "number" && version < 4 ? spelledBefore4(field) : field;
  const found = /^(?:(.*)\.)?elements\.0\.price_components\.([01])\.price$/.exec(spelled);
  if (!found) return spelled;
  const [, path, index] = found;
  const tariff = (path?.split(".") ?? []).reduce<unknown>(
    (at, key) => (typeof at === "object" && at !== null ? (at as Json)[key] : undefined),
    given,
  );
  if (!isJson(tariff) || "elements" in tariff) return spelled;
  const name = FLAT_FIELDS[Number(index)]!;
  return path === undefined ? name : `${path}.${name}`;
}
