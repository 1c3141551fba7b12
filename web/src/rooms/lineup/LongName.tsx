/** Where the part of a name begins by which it differs from its neighbours: "… at 6 A", "…, 50 kW". */
const TAIL = /(?: at |, )(?=[^,]*$)/;

/** A name that gives way in the middle where there is no room, never at the end where it differs. */
export function LongName({ children: name }: { readonly children: string }) {
  const at = name.search(TAIL);
  return (
    <span className="long-name" title={name}>
      <span>{at > 0 ? name.slice(0, at) : name}</span>
      {at > 0 && <span>{name.slice(at)}</span>}
    </span>
  );
}
