/** A plug towards the car: current, phases, most amps of its contacts. */
export interface Connector {
  readonly name: string;
  readonly current: "AC" | "DC";
  /** Live phases its contacts can carry. DC connectors have one pair. */
  readonly phases: 1 | 3;
  /** Most amps a phase the contacts are standardised for (AC); recalled for DC. */
  readonly amps: number;
  /** Most amps where only one of several phases is used, where the standard allows more then. */
  readonly aloneAmps?: number;
  readonly standard: string;
  readonly regions: string;
}

/** Plugs and sockets between EVSE and car. */
export const CONNECTORS = {
  type1: {
    name: "Type 1",
    current: "AC",
    phases: 1,
    amps: 80,
    standard: "SAE J1772",
    regions: "North America, Japan, older European cars",
  },
  type2: {
    name: "Type 2",
    current: "AC",
    phases: 3,
    amps: 63,
    // From memory.
    aloneAmps: 70,
    standard: "IEC 62196-2",
    regions: "Europe, Australia, much of Asia",
  },
  "j3400-ac": {
    name: "J3400 (AC)",
    current: "AC",
    phases: 1,
    amps: 80,
    standard: "SAE J3400",
    regions: "North America",
  },
  "gbt-ac": {
    name: "GB/T AC",
    current: "AC",
    phases: 3,
    amps: 63,
    standard: "GB/T 20234.2",
    regions: "China",
  },
  ccs1: {
    name: "CCS1",
    current: "DC",
    phases: 1,
    amps: 500,
    standard: "IEC 62196-3 configuration EE",
    regions: "North America, Korea",
  },
  ccs2: {
    name: "CCS2",
    current: "DC",
    phases: 1,
    amps: 500,
    standard: "IEC 62196-3 configuration FF",
    regions: "Europe, Australia, much of Asia",
  },
  chademo: {
    name: "CHAdeMO",
    current: "DC",
    phases: 1,
    amps: 400,
    standard: "IEC 62196-3 configuration AA",
    regions: "Japan, older cars elsewhere",
  },
  "gbt-dc": {
    name: "GB/T DC",
    current: "DC",
    phases: 1,
    amps: 250,
    standard: "GB/T 20234.3",
    regions: "China",
  },
  "j3400-dc": {
    name: "J3400 (DC)",
    current: "DC",
    phases: 1,
    amps: 600,
    standard: "SAE J3400",
    regions: "North America",
  },
} as const satisfies Record<string, Connector>;

/** A connector, by its name in the table. */
export type ConnectorId = keyof typeof CONNECTORS;
/** All connectors. */
export const CONNECTOR_IDS = Object.keys(CONNECTORS) as [ConnectorId, ...ConnectorId[]];
/**
 * The row of a connector.
 * @example connector("type2").phases // 3
 */
export const connector = (id: ConnectorId): Connector => CONNECTORS[id];
/**
 * Most amps (A) a plug carries on each of so many phases.
 * @example connectorAmps("type2", 1) // 70
 */
export const connectorAmps = (id: ConnectorId, phases: number): number => {
  const { amps, aloneAmps = amps } = connector(id);
  return phases > 1 ? amps : aloneAmps;
};

/** What a car's inlet is called, and the plugs it takes. A combined inlet takes the AC plug of its own type. */
export const INLETS = {
  type1: { name: "Type 1", takes: ["type1"] },
  type2: { name: "Type 2", takes: ["type2"] },
  ccs1: { name: "CCS1", takes: ["type1", "ccs1"] },
  ccs2: { name: "CCS2", takes: ["type2", "ccs2"] },
  j3400: { name: "J3400", takes: ["j3400-ac", "j3400-dc"] },
  chademo: { name: "CHAdeMO", takes: ["chademo"] },
  "gbt-ac": { name: "GB/T AC", takes: ["gbt-ac"] },
  "gbt-dc": { name: "GB/T DC", takes: ["gbt-dc"] },
} as const satisfies Record<string, { name: string; takes: readonly ConnectorId[] }>;

/** A car's inlet, by its name in the table. */
export type InletId = keyof typeof INLETS;
/** All inlets. */
export const INLET_IDS = Object.keys(INLETS) as [InletId, ...InletId[]];

/**
 * The inlet of a car that takes this plug, or undefined when none does.
 * @example inletFor("type2", ["ccs2"]) // "ccs2"
 */
export const inletFor = (plug: ConnectorId, inlets: readonly InletId[]): InletId | undefined =>
  inlets.find((id) => (INLETS[id].takes as readonly ConnectorId[]).includes(plug));

/**
 * Every plug of one kind of current that a car's inlets take.
 * @example plugsFor(["ccs2"], "AC") // ["type2"]
 */
export const plugsFor = (inlets: readonly InletId[], current: "AC" | "DC"): ConnectorId[] =>
  inlets.flatMap((id) => [...INLETS[id].takes]).filter((plug) => CONNECTORS[plug].current === current);
