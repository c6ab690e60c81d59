// Deliberate faults of the kinds that a reviewer would call a bug: a limit's side, a sign, a dropped ±, one for two, left for right.
import ts from "typescript";

const RELATIONS = { "<": "<=", "<=": "<", ">": ">=", ">=": ">", "===": "!==", "!==": "===" };
const SIGNS = { "+": "-", "-": "+", "*": "/", "/": "*", "&&": "||", "||": "&&" };
const CALLS = { max: "min", min: "max", ceil: "floor", floor: "ceil", some: "every", every: "some" };
const WORDS = { left: "right", right: "left", front: "rear", rear: "front", stop: "adapt", adapt: "clear", measure: "clear" };
/** What a part of an outcome may lose without the types noticing. */
const DROPPED = new Set(["safety", "caution", "settle", "margin", "plusMinus", "choose", "sheetOf", "asks", "flags", "lifts"]);
/** Text for people, and how many digits of it are shown: no fault in figures. */
const WORDED = new Set(["says", "why", "title", "label", "note", "ask", "basis", "clear"]);
const DIGITS = new Set(["formatNumber", "formatQuantity", "toFixed", "padStart", "slice", "text", "max"]);

const nameOf = (node) => node.name?.text ?? node.name?.escapedText;

/** @returns {{ start: number, end: number, says: string, code: (original: string) => string }[]} every fault of a file; `code` holds `@` for its number */
export function mutantsOf(fileName, text) {
  const source = ts.createSourceFile(fileName, text, ts.ScriptTarget.ES2022, true, ts.ScriptKind.TSX);
  const found = [];
  const put = (node, says, changed) => {
    const [start, end] = [node.getStart(source), node.getEnd()];
    const original = text.slice(start, end);
    found.push({ start, end, says: `${original.slice(0, 60)} → ${says}`, code: () => `(__m(@) ? (${changed}) : (${original}))` });
  };
  const code = (node) => node.getText(source);

  function visit(node, worded) {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isTypeAliasDeclaration(node) || ts.isInterfaceDeclaration(node)) return;
    if (ts.isPropertyAssignment(node) && WORDED.has(nameOf(node))) worded = true;
    if (ts.isPropertyAssignment(node) && DROPPED.has(nameOf(node))) {
      const [start, end] = [node.getStart(source), node.getEnd()];
      found.push({ start, end, says: `${code(node).slice(0, 60)} → left out`, code: (o) => `...(__m(@) ? {} : { ${o} })` });
    }
    if (ts.isBinaryExpression(node)) {
      const sign = code(node.operatorToken);
      const other = RELATIONS[sign] ?? (worded && sign === "+" ? undefined : SIGNS[sign]);
      const literal =
        ts.isStringLiteralLike(node.left) || ts.isTemplateExpression(node.left) || ts.isStringLiteralLike(node.right);
      if (other && !(literal && sign === "+")) {
        const [left, right] = [code(node.left), code(node.right)];
        put(node, other, `(${left}) ${other} (${right})`);
      }
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      put(node, "no negation", `!!(${code(node.operand)})`);
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.MinusToken && !ts.isNumericLiteral(node.operand))
      put(node, "no minus", code(node.operand));
    if (ts.isConditionalExpression(node)) put(node.condition, "the other branch", `!(${code(node.condition)})`);
    if (ts.isIfStatement(node)) {
      put(node.expression, "never", `false && (${code(node.expression)})`);
      put(node.expression, "always", "true");
    }
    if (ts.isNumericLiteral(node) && !worded && Number(node.text) >= 1e-6) figure(node);
    if (ts.isNumericLiteral(node) && !worded && Number(node.text) === 0 && !isDigit(node)) put(node, "1", "1");
    if (node.kind === ts.SyntaxKind.TrueKeyword) put(node, "false", "false");
    if (node.kind === ts.SyntaxKind.FalseKeyword) put(node, "true", "true");
    if (ts.isStringLiteral(node) && WORDS[node.text] && !isName(node)) put(node, WORDS[node.text], `"${WORDS[node.text]}"`);
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression) && CALLS[node.expression.name.text]) {
      const { expression, name } = node.expression;
      const other = CALLS[name.text];
      const math = expression.getText(source) === "Math";
      if (math || other === "some" || other === "every")
        put(node, other, `${code(expression)}.${other}(${node.arguments.map(code).join(", ")})`);
    }
    if (ts.isExpressionStatement(node) && isDeed(node.expression)) {
      const [start, end] = [node.getStart(source), node.getEnd()];
      found.push({ start, end, says: `${code(node).slice(0, 60)} → not done`, code: (o) => `{ if (!__m(@)) { ${o} } }` });
    }
    if (ts.isArrayLiteralExpression(node) && node.elements.length > 1 && !inFigures(node))
      for (const element of node.elements) {
        if (!ts.isObjectLiteralExpression(element) && !ts.isCallExpression(element) && !ts.isSpreadElement(element)) continue;
        const [start, end] = [element.getStart(source), element.getEnd()];
        found.push({ start, end, says: `${code(element).slice(0, 60)} → left out`, code: (o) => `...(__m(@) ? [] : [${o}])` });
      }
    ts.forEachChild(node, (child) => visit(child, worded));
  }

  function figure(node) {
    if (isDigit(node)) return;
    const n = Number(node.text.replaceAll("_", ""));
    const other = Number.isInteger(n) ? n + 1 : Number((n * 1.25).toPrecision(6));
    put(node, String(other), String(other));
  }
  const isDigit = (node) => ts.isCallExpression(node.parent) && DIGITS.has(code(node.parent.expression).split(".").pop());
  // A key of an object, a literal type, an index, a module's name: no value.
  const isName = (node) =>
    (ts.isPropertyAssignment(node.parent) && node.parent.name === node) || ts.isLiteralTypeNode(node.parent);
  const isDeed = (expression) =>
    ts.isAwaitExpression(expression) || ts.isCallExpression(expression) || ts.isBinaryExpression(expression);
  const inFigures = (node) =>
    (ts.isPropertyAssignment(node.parent) && nameOf(node.parent) === "figures") ||
    (ts.isVariableDeclaration(node.parent) && /figures|all|JOINS/.test(code(node.parent.name))) ||
    ts.isTypeNode(node.parent);

  visit(source, false);
  return found;
}
