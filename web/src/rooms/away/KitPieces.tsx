import { BANNED, BANNED_WORDS, CONNECTORS, HAVES, pieceName, weightOf, type Have } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { decimals } from "../../format/number";
import { offersFor, type OpenKit } from "../../jobs/away";
import type { ViewProps } from "./view";
import { amountText } from "./words";

const HAVE_WORDS: Readonly<Record<Have, string>> = { own: "my own", borrow: "can borrow", buy: "to buy" };

/** What could come along: one's own, what could be borrowed or bought, and what stays at home. */
export function KitPieces({ garage, draft, onChange, kit }: ViewProps & { readonly kit: OpenKit }) {
  const { currency } = garage.household.spec;
  const offers = offersFor(garage, draft).filter(({ id }) => !draft.offered.includes(id));
  const leads = kit.pieces.filter(({ id, piece }) => piece.kind === "lead" && draft.packed.includes(id));
  return (
    <section className="view-panel" aria-label="What could come along">
      <h2>What could come along</h2>
      <ul className="pieces">
        {kit.pieces.map(({ id, piece }) => {
          const { massKg, litres, price } = weightOf(piece);
          const offered = draft.offered.includes(id);
          return (
            <li key={id}>
              <Tick
                checked={draft.packed.includes(id)}
                onChange={(on) =>
                  onChange({
                    ...draft,
                    packed: on ? [...draft.packed, id] : draft.packed.filter((one) => one !== id),
                  })
                }
              >
                {pieceName(piece)}
              </Tick>
              <small>
                {decimals(massKg, 1)} kg, {decimals(litres, 0)} litres
                {price > 0 ? `, ${amountText(price, currency)}` : ""}
                {piece.kind === "adapter" && CONNECTORS[piece.adapter.from].current === "DC"
                  ? "; only if the car’s maker allows it"
                  : ""}
              </small>
              <Select
                label={`How ${pieceName(piece)} is come by`}
                value={piece.have}
                onChange={(have) => onChange({ ...draft, haves: { ...draft.haves, [id]: have } })}
                options={HAVES.map((value) => ({ value, text: HAVE_WORDS[value] }))}
              />
              {offered && (
                <Button
                  quiet
                  onClick={() =>
                    onChange({
                      ...draft,
                      offered: draft.offered.filter((one) => one !== id),
                      packed: draft.packed.filter((one) => one !== id),
                    })
                  }
                >
                  Leave out
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {offers.length > 0 && (
        <p className="add-piece">
          <Select
            says="Look at something that is sold too:"
            value=""
            onChange={(id) =>
              id !== "" &&
              onChange({ ...draft, offered: [...draft.offered, id], packed: [...draft.packed, id] })
            }
            options={[
              { value: "", text: "choose…" },
              ...offers.map(({ id, piece }) => ({
                value: id,
                text: `${pieceName(piece)}${piece.price ? `, ${amountText(piece.price, currency)}` : ""}`,
              })),
            ]}
          />
        </p>
      )}
      <h3>What stays at home</h3>
      {leads.length > 1 && (
        <p className="room-caution">
          <b>Two leads are ticked.</b> {BANNED_WORDS["second-lead"].why} {BANNED_WORDS["second-lead"].instead}
        </p>
      )}
      <ul className="banned">
        {BANNED.map((id) => {
          const { name, why, instead } = BANNED_WORDS[id];
          return (
            <li key={id}>
              <b>No {name}.</b> {why} {instead}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
