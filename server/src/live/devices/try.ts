import { guessTold, leavesOf, networkSessions, type Device, type Leaf, type Told } from "@kettleback/core";
import { readSessionsAt } from "../../outside/ocpi";
import { follow, type FigureReach } from "./reader";

/** What a device said when it was tried: its figures, and what they are likely to be. */
export interface Tried {
  readonly leaves: readonly Leaf[];
  readonly guess: readonly Told[];
  /** Why there are none, as one says it of the device; null where there are. */
  readonly trouble: string | null;
}

/** How long (ms) a device is listened to, and how long after its first word. */
const LISTENED_MS = 12_000;
const AFTER_FIRST_MS = 1_500;

/** Listens to a device for a while: one that is asked answers at once, one that is heard when it has something to say. */
export const tryDevice = (reach: Device["reach"], secret: string | null): Promise<Tried> =>
  reach.kind === "ocpi" ? tryNetwork(reach.address, secret) : tryFigures(reach, secret);

/** How far back (ms) a network that is tried is asked for sessions. */
const DAYS_MS = 30 * 24 * 3_600_000;

/** Asks a network for the sessions and bills of one's own: how many there are. */
async function tryNetwork(address: string, secret: string | null): Promise<Tried> {
  try {
    const { sessions, cdrs } = await readSessionsAt(address, secret, Date.now() - DAYS_MS);
    const leaves = [
      { path: "sessions", value: networkSessions(sessions).length },
      { path: "bills", value: cdrs.length },
    ];
    return { leaves, guess: [], trouble: null };
  } catch (error) {
    const why = (error as Error).message.replace(/\.$/, "");
    return { leaves: [], guess: [], trouble: `is not read: ${why.charAt(0).toLowerCase()}${why.slice(1)}` };
  }
}

function tryFigures(reach: FigureReach, secret: string | null): Promise<Tried> {
  return new Promise((resolve) => {
    const leaves = new Map<string, Leaf>();
    let trouble: string | null = null;
    let leave = (): void => undefined;
    const end = () => {
      clearTimeout(timer);
      leave();
      const found = [...leaves.values()];
      resolve({
        leaves: found,
        guess: guessTold(found),
        trouble: found.length > 0 ? null : (trouble ?? "said nothing within 12 s"),
      });
    };
    let timer = setTimeout(end, LISTENED_MS);
    const soon = (ms: number) => {
      clearTimeout(timer);
      timer = setTimeout(end, ms);
    };
    let first = true;
    leave = follow(reach, secret, {
      heard: (said) => {
        for (const leaf of leavesOf(said)) leaves.set(leaf.path, leaf);
        // A device of many topics says its figures one after the other.
        if (first) soon(reach.kind === "http" ? 0 : AFTER_FIRST_MS);
        first = false;
      },
      failed: (why) => {
        trouble = why;
        if (first) soon(0);
      },
    });
  });
}
