import { findNodeAtLocation, parseTree, type Node } from "jsonc-parser";
import type { FieldProblem } from "./problems";

/** The line of a field in a text; where it is missing, of what it is missing from. */
function lineIn(text: string, tree: Node | undefined, field: string): number {
  if (!tree) return 1;
  const path = field.split(".").map((key) => (/^\d+$/.test(key) ? Number(key) : key));
  for (let length = path.length; length > 0; length--) {
    const node = findNodeAtLocation(tree, path.slice(0, length));
    if (node) return text.slice(0, node.offset).split("\n").length;
  }
  return 1;
}

/**
 * Problems of a text of JSON, each with the line it stands on before its field.
 * @example withLines('{\n"a": 1 }', [{ field: "a", message: "no" }])[0].field // "line 2: a"
 */
export function withLines(text: string, problems: readonly FieldProblem[]): FieldProblem[] {
  const tree = problems.length > 0 ? parseTree(text) : undefined;
  return problems.map(({ field, ...rest }) => ({
    ...rest,
    field: `line ${lineIn(text, tree, field)}: ${field}`,
  }));
}
