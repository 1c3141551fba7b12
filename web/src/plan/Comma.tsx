/** A comma of a sentence; where its brackets stand as chips there is nothing for it to part. */
export const Comma = () => <span className="comma">, </span>;
