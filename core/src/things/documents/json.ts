/**
 * What is wrong with a text that is no JSON, by its line where the reader says how far it got.
 * @param error what `JSON.parse` threw
 * @example jsonProblem('{ "a": 1', new SyntaxError("Unexpected end of JSON input")) // "not JSON: it ends too early"
 */
export function jsonProblem(text: string, error: Error): string {
  const at = /at position (\d+)/.exec(error.message)?.[1];
  if (/end of (JSON|data)/i.test(error.message) || (at && Number(at) >= text.trimEnd().length))
    return "not JSON: it ends too early";
  if (at === undefined) return "not JSON: what stands there cannot be read";
  return `not JSON: line ${text.slice(0, Number(at)).split("\n").length} cannot be read`;
}
