import { lookup as lookUp, type LookupAddress } from "node:dns";
import type { LookupFunction } from "node:net";
import ipaddr from "ipaddr.js";

/** Ranges of addresses (IANA special-purpose registries) that devices and networks may have; all others are never asked. */
const ASKED: ReadonlySet<string> = new Set([
  "unicast",
  "private",
  "uniqueLocal",
  "loopback",
  "carrierGradeNat",
]);
/** Where a rented machine is told its own secrets, in ranges that may be asked otherwise (from memory). */
const METADATA: ReadonlySet<string> = new Set(["100.100.100.200", "168.63.129.16", "fd00:ec2::254"]);
/** Ranges of IPv6 that carry an address of IPv4 in their last 32 bits (RFC 4291, RFC 6052): that one is judged. */
const CARRIES_IPV4: ReadonlySet<string> = new Set(["ipv4Mapped", "rfc6052"]);

/** An address that is never asked, in words, as one says it of whatever has it. */
export class NeverAskedError extends Error {
  constructor() {
    super("has an address Kettleback never connects to: link-local, multicast, metadata or none at all");
  }
}

/** Whether a literal address, in any spelling, is one that may be asked. What is no address may not. */
export function mayBeAsked(text: string): boolean {
  if (!ipaddr.isValid(text)) return false;
  const address = ipaddr.parse(text);
  const range = address.range();
  if (CARRIES_IPV4.has(range)) return mayBeAsked(new ipaddr.IPv4(address.toByteArray().slice(-4)).toString());
  return ASKED.has(range) && !METADATA.has(address.toString());
}

/**
 * Finds the addresses of a name, for `connect`: those that may be asked, and no others. What is connected to is what was
 * judged here, as nothing looks the name up again.
 * @throws NeverAskedError (to the callback) where none may be asked
 */
export const judgedLookup: LookupFunction = (name, options, callback) =>
  lookUp(name, { ...options, all: true }, (error, found: LookupAddress[]) => {
    if (error) return callback(error, "");
    const [first, ...rest] = found.filter(({ address }) => mayBeAsked(address));
    if (!first) return callback(new NeverAskedError(), "");
    if (options.all) callback(null, [first, ...rest]);
    else callback(null, first.address, first.family);
  });

/** Refuses a literal address that is never asked, as no name is looked up for one. @throws NeverAskedError */
export function refuseNeverAsked({ hostname }: URL): void {
  const literal = hostname.replace(/^\[|\]$/g, "");
  if (ipaddr.isValid(literal) && !mayBeAsked(literal)) throw new NeverAskedError();
}
