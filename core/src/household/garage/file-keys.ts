import type { SessionRecord } from "../../answers/record";
import type { Filed } from "./filed";
import { kindRow, KINDS, withReferences, type Garage, type Kind } from "./kinds";

const singular = (kind: Kind): string => KINDS[kind].table.replaceAll("_", "-");

/** The keys a household's things have in its file, by kind and place there. */
export class FileKeys {
  private readonly keys = new Map<string, string>();
  private readonly given = new Map<Kind, number>();

  /** The next key of a kind goes to this thing: all are given before anything is filed, as one may name any other. */
  give(kind: Kind, id: string): void {
    const place = 1 + (this.given.get(kind) ?? 0);
    this.given.set(kind, place);
    this.keys.set(`${kind} ${id}`, `${singular(kind)}-${place}`);
  }

  /** The key of a thing; null of one that has none, as it is gone. */
  of(kind: Kind, id: string): string | null {
    return this.keys.get(`${kind} ${id}`) ?? null;
  }

  /** A kept thing as it is filed. What it names and is gone stays gone: the old name is kept, and nothing answers to it. */
  thing(kind: Kind, { id, parentId, spec }: Garage[Kind][number]): Filed {
    const named = (of: Kind, name: string): string => this.of(of, name) ?? name;
    return {
      key: named(kind, id),
      // What it belonged to is gone: it belongs to nothing.
      parent: parentId === null ? null : this.of(kindRow(kind).parent!, parentId),
      // Fields in the order of their schema, whatever wrote them.
      spec: withReferences(kind, KINDS[kind].schema.parse(spec), named),
    };
  }

  /** What is said of a recorded session, as it is filed; what it names and is gone is left out. */
  session(spec: SessionRecord): SessionRecord {
    return {
      ...spec,
      carId: spec.carId && this.of("cars", spec.carId),
      placeId: spec.placeId && this.of("places", spec.placeId),
    };
  }
}

/**
 * Keys for the things of a household, to be given.
 * @example fileKeys().of("cars", "gone") // null
 */
export const fileKeys = (): FileKeys => new FileKeys();
