/** A gauge as people write it: 2.5 mm². */
export const gaugeText = (gauge: string): string => gauge.replace("mm2", "mm²");
