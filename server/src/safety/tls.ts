import { readFileSync, statSync } from "node:fs";
import type { Server } from "node:https";
import { createSecureContext } from "node:tls";

/** Files of a certificate (with its chain) and its private key, in PEM. */
export interface TlsFiles {
  readonly cert: string;
  readonly key: string;
}

const VARIABLE = { cert: "KETTLEBACK_TLS_CERT", key: "KETTLEBACK_TLS_KEY" } as const;
/** How often a renewed certificate is looked for (ms). */
const EVERY = 3_600_000;

/**
 * What the files hold, judged together.
 * @throws Error naming the variable and what is accepted
 */
export function readTls(files: TlsFiles): { readonly cert: Buffer; readonly key: Buffer } {
  const read = (part: keyof TlsFiles): Buffer => {
    try {
      return readFileSync(files[part]);
    } catch (error) {
      throw new Error(
        `${VARIABLE[part]}: accepted: a file that can be read (${(error as NodeJS.ErrnoException).code})`,
      );
    }
  };
  const [cert, key] = [read("cert"), read("key")];
  for (const [part, only] of [
    ["cert", { cert }],
    ["key", { key }],
  ] as const)
    try {
      createSecureContext(only);
    } catch {
      throw new Error(
        `${VARIABLE[part]}: accepted: ${part === "cert" ? "a certificate" : "a private key without a passphrase"} in PEM`,
      );
    }
  try {
    createSecureContext({ cert, key });
  } catch {
    throw new Error("KETTLEBACK_TLS_KEY: accepted: the key of the certificate in KETTLEBACK_TLS_CERT");
  }
  return { cert, key };
}

const changedAt = ({ cert, key }: TlsFiles): number =>
  Math.max(statSync(cert).mtimeMs, statSync(key).mtimeMs);

/**
 * Has a server go on with a renewed certificate without being started again.
 * @param failed told where the new files are none; the server goes on with the old ones
 */
export function followRenewal(server: Server, files: TlsFiles, failed: (error: unknown) => void): void {
  let known = changedAt(files);
  setInterval(() => {
    try {
      const now = changedAt(files);
      if (now === known) return;
      server.setSecureContext(readTls(files));
      known = now;
    } catch (error) {
      failed(error);
    }
  }, EVERY).unref();
}
