/** Names said with a vowel first: "an outlet", "an IEC", "an 8 A", "an 11 kW", "an 18 A". */
const VOWEL_FIRST = /^([aeio]|8|1[18](?!\d))/i;

/**
 * A name or a figure with its article.
 * @example withArticle("AS/NZS 3112 (10 A) outlet") // "an AS/NZS 3112 (10 A) outlet"
 */
export const withArticle = (noun: string): string => `${VOWEL_FIRST.test(noun) ? "an" : "a"} ${noun}`;
