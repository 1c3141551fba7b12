interface OldEntry {
  readonly at: string;
  readonly spec: Readonly<Record<string, unknown>>;
}

const areEntries = (list: unknown): list is readonly OldEntry[] =>
  Array.isArray(list) &&
  list.every(
    (entry: unknown) =>
      typeof entry === "object" &&
      entry !== null &&
      typeof (entry as OldEntry).at === "string" &&
      typeof (entry as OldEntry).spec === "object",
  );

/**
 * What a household file recorded before version 4: sessions by their beginning, and readings that belonged to none. The
 * readings of a source become a session of its own. What is no such list is left for the schema to refuse.
 */
export function sessionsOfSeries(series: unknown): unknown {
  const { sessions = [], samples = [] } = (series ?? {}) as { sessions?: unknown; samples?: unknown };
  if (!areEntries(sessions) || !areEntries(samples)) return series;
  const told = sessions.map(({ at, spec: { endedAt, ...spec } }, i) => ({
    spec: { ...spec, begin: at, end: endedAt, source: "meter", key: `before-4-${i + 1}` },
    samples: [],
  }));
  const bySource = new Map<string, Map<number, unknown[]>>();
  for (const { at, spec } of samples) {
    const source = String(spec.source);
    const readings = bySource.get(source) ?? new Map<number, unknown[]>();
    bySource.set(source, readings);
    const moment = Date.parse(at);
    readings.set(moment, [moment, spec.watts, spec.amps, spec.volts, spec.soc]);
  }
  const read = [...bySource].map(([source, readings]) => {
    const inOrder = [...readings].sort(([a], [b]) => a - b);
    return {
      spec: {
        name: `Readings of ${source}`.slice(0, 80),
        begin: momentText(inOrder[0]![0]),
        end: momentText(inOrder.at(-1)![0]),
        source,
        key: `before-4-readings-of-${source}`.slice(0, 120),
      },
      samples: inOrder.map(([, reading]) => reading),
    };
  });
  return [...told, ...read];
}

const momentText = (ms: number): string => (Number.isFinite(ms) ? new Date(ms).toISOString() : "");
