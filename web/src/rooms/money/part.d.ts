import type { Tariff } from "@kettleback/core";
/** What every part of a tariff's editor is given. */
export interface PartProps {
    readonly tariff: Tariff;
    readonly currency: string;
    onEdit(tariff: Tariff): void;
}
