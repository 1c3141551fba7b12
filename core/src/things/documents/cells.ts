/**
 * Where a spreadsheet would begin a formula: at a cell's beginning, and after whatever some of them take for the end of
 * one, in countries that write a semicolon there; and a tab or a line's end that stands first.
 */
const FORMULA = /(^|[;\t\r\n])(\s*)(?=[=+\-@＝＋－＠])/g;

/**
 * A cell of a table for a spreadsheet: a text that one would take for a formula is kept from it by an apostrophe before
 * the sign. Numbers stay as they are.
 * @example plainCell("=1+1") // "'=1+1"
 * @example plainCell("shed;=1+1") // "shed;'=1+1"
 * @example plainCell(-4) // -4
 */
export const plainCell = (value: unknown): unknown =>
  typeof value === "string" ? value.replace(FORMULA, "$1$2'") : value;
