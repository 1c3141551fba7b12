import { type SupplyId } from "@kettleback/core";
import type { EditableKind } from "./Editor";
/** What a new thing starts from: the commonest figures of the household's supply, so few fields need typing. */
export declare function blankOf(kind: EditableKind, system: SupplyId): object;
