/** Loads the page anew, as the browser's own button does; what was entered is kept in its drafts. */
export const loadAnew = (): void => window.location.reload();
