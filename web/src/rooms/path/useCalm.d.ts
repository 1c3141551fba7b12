/** A value that follows once it has not changed for a moment, so that what is heavy stays out of quick changes. */
export declare function useCalm<T>(value: T): T;
