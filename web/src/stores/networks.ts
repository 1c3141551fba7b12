import { create } from "zustand";
import { api, type NetworkHead } from "../api/client";

interface NetworksState {
  readonly householdId: string | null;
  readonly heads: readonly NetworkHead[];
  /** What each network said, as text; fetched once it is looked at. */
  readonly texts: Readonly<Record<string, string>>;
  readonly failure: string | null;
  load(householdId: string): Promise<void>;
  look(householdId: string, id: string): Promise<void>;
  read(
    householdId: string,
    asked: { name: string; address: string; token: string | null },
  ): Promise<NetworkHead>;
  take(
    householdId: string,
    file: { name: string; locations: unknown; tariffs: unknown },
  ): Promise<NetworkHead>;
  forget(householdId: string, id: string): Promise<void>;
}

/** Counts what is asked, so that an older answer that comes late is not shown. */
let loads = 0;

/** The public networks a household has read, as the server keeps them. */
export const useNetworks = create<NetworksState>()((set, get) => {
  const put = (householdId: string, head: NetworkHead) => {
    if (get().householdId !== householdId) return;
    const { [head.id]: _, ...texts } = get().texts;
    const heads = [...get().heads.filter(({ id }) => id !== head.id), head];
    set({ heads: heads.sort((a, b) => (a.name < b.name ? -1 : 1)), texts });
  };
  return {
    householdId: null,
    heads: [],
    texts: {},
    failure: null,
    async load(householdId) {
      const load = ++loads;
      try {
        const heads = await api.networks(householdId);
        if (load !== loads) return;
        // What was read anew meanwhile, from another page perhaps, is fetched again.
        const before = get().householdId === householdId ? get() : { heads: [], texts: {} };
        const same = (head: NetworkHead) =>
          before.heads.some(({ id, readAt }) => id === head.id && readAt === head.readAt);
        const texts = Object.fromEntries(
          Object.entries(before.texts).filter(([id]) => heads.some((head) => head.id === id && same(head))),
        );
        set({ householdId, heads, texts, failure: null });
      } catch (error) {
        if (load === loads) set({ householdId, failure: (error as Error).message });
      }
    },
    async look(householdId, id) {
      const head = get().heads.find((one) => one.id === id);
      try {
        const text = await api.networkText(householdId, id);
        const now = get().heads.find((one) => one.id === id);
        // Read anew while this was on its way: the newer is fetched by whoever looks at it.
        if (get().householdId === householdId && now?.readAt === head?.readAt)
          set(({ texts }) => ({ texts: { ...texts, [id]: text }, failure: null }));
      } catch (error) {
        if (get().householdId === householdId) set({ failure: (error as Error).message });
      }
    },
    async read(householdId, asked) {
      const head = await api.readNetwork(householdId, asked);
      put(householdId, head);
      return head;
    },
    async take(householdId, file) {
      const head = await api.takeNetwork(householdId, file);
      put(householdId, head);
      return head;
    },
    async forget(householdId, id) {
      await api.forgetNetwork(householdId, id);
      if (get().householdId !== householdId) return;
      const { [id]: _, ...texts } = get().texts;
      set(({ heads }) => ({ heads: heads.filter((one) => one.id !== id), texts }));
    },
  };
});
