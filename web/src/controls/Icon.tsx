import calendar from "bootstrap-icons/icons/calendar3.svg?raw";
import close from "bootstrap-icons/icons/x-lg.svg?raw";
import grip from "bootstrap-icons/icons/grip-vertical.svg?raw";

const ICONS = { calendar, close, grip } as const;

/** A sign beside or in place of words; what it does is said by the control it stands in. */
export const Icon = ({ name }: { readonly name: keyof typeof ICONS }) => (
  <span className="icon" aria-hidden="true" dangerouslySetInnerHTML={{ __html: ICONS[name] }} />
);
