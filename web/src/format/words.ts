/** A gauge as people write it: 2.5 mm². */
export const gaugeText = (gauge: string): string => gauge.replace("mm2", "mm²");

/** Names one after another: a, b and c. */
export const listText = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)!}`;
