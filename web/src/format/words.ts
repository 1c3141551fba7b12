/** A noun with its indefinite article. */
export const withArticle = (noun: string): string => `${/^[aeio]/.test(noun) ? "an" : "a"} ${noun}`;

/** A gauge as people write it: 2.5 mm². */
export const gaugeText = (gauge: string): string => gauge.replace("mm2", "mm²");
