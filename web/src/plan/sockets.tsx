import {
  everydayOf,
  feedOf,
  inWords,
  outletType,
  tapOf,
  worldOfSupply,
  type OutletTypeId,
  type Sockets,
  type SupplyId,
} from "@kettleback/core";
import { OutletFace } from "../faces/OutletFace";
import { optionsOf } from "../controls/Select";
import { ampsText } from "../format/number";
import type { Pictured } from "./PictureChoice";

/** What the face of an outlet type shows, in the words of a supply's part of the world. */
export const faceText = (type: OutletTypeId, system: SupplyId): string =>
  inWords(everydayOf(type).face, worldOfSupply(system));

/** Outlet types of a place to pick from a list: what is found there first, what is seldom met after it. */
export function socketOptions({ own, others }: Sockets) {
  const named = (types: readonly OutletTypeId[]) =>
    optionsOf(types, (type) => `${everydayOf(type).called}: ${outletType(type).name}`);
  return [
    { group: "Found here", options: named(own) },
    ...(others.length > 0 ? [{ group: "Seldom met here", options: named(others) }] : []),
  ];
}

/** An outlet type as it is chosen by its picture: everyday name, what its face shows, its standard's name and volts. */
export function pictured(type: OutletTypeId, system: SupplyId): Pictured {
  const { called } = everydayOf(type);
  const { name, sustained } = outletType(type);
  const feed = feedOf(type, system);
  const volts = feed ? tapOf(system, feed.tap)!.label : "not made for your supply";
  return {
    value: type,
    face: <OutletFace type={type} size={38} />,
    title: called,
    small: `${faceText(type, system)}. ${name}: ${volts}, ${ampsText(sustained.usual)} for hours`,
  };
}
