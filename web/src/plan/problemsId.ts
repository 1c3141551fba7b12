/** Of the list of what is wrong with a sentence: the fields it names are described by it. */
export const PROBLEMS_ID = "sentence-problems";
