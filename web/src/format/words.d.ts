/** A noun with its indefinite article. */
export declare const withArticle: (noun: string) => string;
/** A gauge as people write it: 2.5 mm². */
export declare const gaugeText: (gauge: string) => string;
