import { randomBytes, randomInt, scrypt, timingSafeEqual } from "node:crypto";
import { promisify } from "node:util";

const derive = promisify(scrypt) as (
  password: Buffer,
  salt: Buffer,
  length: number,
  options: { N: number; r: number; p: number },
) => Promise<Buffer>;

/** Cost of weighing one (RFC 7914 names the parameters): a password of twenty drawn characters is guessed by nobody. */
const COST = { N: 2 ** 12, r: 8, p: 1 };
const BYTES = 32;
const SALT_BYTES = 16;

/** Letters and figures nobody mistakes for others when typing them into a unit's menu. */
const ALPHABET = "abcdefghijkmnpqrstuvwxyz23456789";
/** OCPP's security profile 1 has passwords of 16 to 20 bytes, and units that take no more (from memory). */
const LENGTH = 20;

/** Draws a password. */
export const newPassword = (): string =>
  Array.from({ length: LENGTH }, () => ALPHABET[randomInt(ALPHABET.length)]).join("");

/** What is kept of a password: salt and hash. */
export async function hashOf(password: string): Promise<string> {
  const salt = randomBytes(SALT_BYTES);
  const hash = await derive(Buffer.from(password), salt, BYTES, COST);
  return `${salt.toString("hex")}:${hash.toString("hex")}`;
}

/** Whether it is the password a hash was kept of. */
export async function isPassword(given: Buffer, kept: string): Promise<boolean> {
  const [salt = "", hash = ""] = kept.split(":");
  const is = await derive(given, Buffer.from(salt, "hex"), BYTES, COST);
  return timingSafeEqual(is, Buffer.from(hash.padEnd(BYTES * 2, "0"), "hex"));
}
