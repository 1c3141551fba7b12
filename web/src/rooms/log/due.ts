import { DateTime } from "luxon";
import { dateText } from "../../format/manner";

/** A day of the calendar in the household's own manner. */
export const dayText = (day: string): string => dateText(DateTime.fromISO(day));
