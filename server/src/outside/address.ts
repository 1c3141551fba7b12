/** Addresses of this link only, where a cloud machine's own secrets are told. */
const LINK_LOCAL = /^(169\.254\.|\[fe[89ab])/i;

/** Whether an address is of this link only: such a one is never asked. */
export const isLinkLocal = ({ hostname }: URL): boolean => LINK_LOCAL.test(hostname);
