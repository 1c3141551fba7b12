/** Whether a car of an open line-up is described in it, rather than one of the household: one that is thought of. */
export const isCandidate = (key: string): boolean => key.startsWith("described-");
