/** Room for three rungs, before any were there (px). */
export const RUNGS_HEIGHT = 190;
