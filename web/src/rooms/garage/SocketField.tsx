import { useState } from "react";
import {
  everydayOf,
  outletType,
  regionOf,
  socketsOf,
  type OutletTypeId,
  type SupplyId,
} from "@kettleback/core";
import { OutletFace } from "../../faces/OutletFace";
import { PictureChoice } from "../../plan/PictureChoice";
import { pictured } from "../../plan/sockets";
import { useGarage } from "../../stores/garage";

interface Props {
  readonly label: string;
  readonly value: OutletTypeId;
  readonly system: SupplyId;
  onChange(value: OutletTypeId): void;
}

/** Which socket or plug a thing has: what is set, and all that may be met there by their pictures once it is opened. */
export function SocketField({ label, value, system, onChange }: Props) {
  const { household, outlets } = useGarage((s) => s.garage!);
  const [open, setOpen] = useState(false);
  const { own, others, elsewhere } = socketsOf(
    regionOf(household.spec),
    system,
    outlets.flatMap(({ spec }) => (spec.kind === "socket" ? spec.type : [])),
  );
  const card = (type: OutletTypeId) => pictured(type, system);
  return (
    <details className="socket-field" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary aria-label={`${label}: ${everydayOf(value).called}; find another by its picture`}>
        <OutletFace type={value} size={44} />
        <span className="told">
          <b>{everydayOf(value).called}</b>
          <small>{outletType(value).name}</small>
        </span>
        <span className="link">find it by its picture</span>
      </summary>
      {open && (
        <PictureChoice
          says={label}
          value={value}
          options={own.map(card)}
          more={{ says: "What is seldom met here", options: [...others, ...elsewhere].map(card) }}
          onChange={(picked) => onChange(picked as OutletTypeId)}
        />
      )}
    </details>
  );
}
