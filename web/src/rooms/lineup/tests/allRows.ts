/** Stands in for the list that draws what is in view: a simulated page has no heights, every row is in view. */
export const useVirtualizer = ({ count }: { readonly count: number }) => ({
  getTotalSize: () => 40 * count,
  getVirtualItems: () =>
    Array.from({ length: count }, (_, index) => ({
      index,
      key: index,
      start: 40 * index,
      end: 40 * index + 40,
      size: 40,
    })),
});
