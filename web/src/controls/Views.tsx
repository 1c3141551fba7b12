import { Link } from "react-router-dom";

interface Props {
  /** What they are views of. */
  readonly label: string;
  /** The address they all begin with. */
  readonly base: string;
  readonly views: readonly { readonly id: string; readonly name: string }[];
  /** The one in view. */
  readonly view: string;
}

/** The views of a room, each with an address of its own. */
export const Views = ({ label, base, views, view }: Props) => (
  <nav className="views" aria-label={label}>
    {views.map(({ id, name }) => (
      <Link key={id} to={`${base}/${id}`} aria-current={id === view ? "page" : undefined}>
        {name}
      </Link>
    ))}
  </nav>
);

/** The view an address names; the first where it names none, undefined where there is none of that name. */
export const viewAt = <V extends { readonly id: string }>(
  views: readonly V[],
  wanted: string | undefined,
): V | undefined => (wanted === undefined ? views[0] : views.find(({ id }) => id === wanted));
