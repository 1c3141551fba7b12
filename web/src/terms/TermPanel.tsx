import { Link } from "react-router-dom";
import { inWords, namesOf, TERMS, type TermId, type World } from "@kettleback/core";

/** What a word means: two lines, its number, whose it is. */
export default function TermPanel({ id, world }: { readonly id: TermId; readonly world: World }) {
  const { first, also } = namesOf(id, world);
  const { means, number, source } = TERMS[id];
  return (
    <>
      <strong>{first}</strong>
      {also.length > 0 && <small> also {also.slice(0, 3).join(", ")}</small>}
      <span className="means">{inWords(means, world)}</span>
      <span className="number">{inWords(number, world)}</span>
      <small>
        {source} · <Link to="/words">all words</Link>
      </small>
    </>
  );
}
