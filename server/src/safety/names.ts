import { isIP, isIPv4 } from "node:net";
import { networkInterfaces } from "node:os";

/** How long the addresses of this machine are taken to be as they were (ms). */
const LOOKED_AT_FOR = 2_000;

/** The name or address in an authority, without its port. */
export const hostName = (authority: string): string => authority.replace(/:\d+$/, "").toLowerCase();

/** Whether a name or literal address means this machine alone: no other can be reached by it. */
export const isLoopback = (name: string): boolean =>
  name === "localhost" || name === "::1" || name === "[::1]" || (isIPv4(name) && name.startsWith("127."));

/** A literal address as it stands in a Host header. */
export const asHost = (address: string): string => (isIP(address) === 6 ? `[${address}]` : address);

/** Whether an address stands for all that the machine has. */
export const isAll = (address: string): boolean => address === "0.0.0.0" || address === "::";

/** The addresses this machine has now, as they stand in a Host header. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map(({ address }) => asHost(address)));

/**
 * Whether a name in a Host header is one of this server's: loopback, the names it was given, and every address the
 * machine has when it is asked, so that one that comes later is known.
 * @param own the machine's addresses; none where it does not listen to all of them
 */
export function knownNames(
  names: readonly string[] = [],
  own: (() => readonly string[]) | null = null,
): (name: string) => boolean {
  const given = new Set(names.map((name) => name.toLowerCase()));
  let addresses = new Set<string>();
  let lookedAt = -Infinity;
  return (name) => {
    if (isLoopback(name) || given.has(name)) return true;
    if (own === null) return false;
    if (performance.now() - lookedAt > LOOKED_AT_FOR) {
      addresses = new Set(own());
      lookedAt = performance.now();
    }
    return addresses.has(name);
  };
}
