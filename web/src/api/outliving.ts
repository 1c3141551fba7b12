/** Bytes that requests which outlive their page may hold together: 64 KiB by the Fetch standard, some left for others. */
const MOST_BYTES = 60 * 1024;
let held = 0;

/**
 * Has a write go through although the page is left at once, where it is small enough for that; a larger one goes as ever.
 * @param body what is sent
 * @param send sends it, outliving the page or not
 */
export async function outliving<T>(
  body: string | Blob,
  send: (keepalive: boolean) => Promise<T>,
): Promise<T> {
  const bytes = new Blob([body]).size;
  if (held + bytes > MOST_BYTES) return send(false);
  held += bytes;
  try {
    return await send(true);
  } finally {
    held -= bytes;
  }
}
