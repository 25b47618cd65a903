// Lists every sentence of the interface that a person may read, as JSON: its file, what it is
// (text, button, heading, label, attribute) and its words; {…} stands for a value.
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import ts from "typescript";

const root = join(import.meta.dirname, "src");
const files = readdirSync(root, { recursive: true })
  .map(String)
  .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|\.d\.ts$|(^|\/)made\//.test(f) && !/api\/(operations|limits)\.ts$/.test(f))
  .sort();

// Attributes of elements and keys of objects whose value is read, or is not.
const read = new Set(["aria-label", "ariaLabel", "title", "label", "placeholder", "alt", "text", "description", "more", "hint", "empty", "name", "says", "okText", "cancelText", "help", "heading", "what", "why", "short", "said", "tip", "summary", "children", "message", "content", "header", "note", "unit"]);
const unread = new Set(["className", "id", "key", "to", "href", "src", "d", "path", "type", "role", "rel", "target", "htmlFor", "viewBox", "fill", "stroke", "transform", "style", "points", "accept", "method", "mode", "size", "kind", "status", "variant", "data-field", "data-testid", "import", "spot"]);

const words = (s) => s.replace(/\s+/g, " ").trim();
/** Looks like words, and not like a class, a path or a key. */
const sentence = (s) => /\p{L}{2,}/u.test(s) && (/[A-Z“{]/.test(s[0] ?? "") || / /.test(s)) && !/^[a-z0-9]+([-_.:/][\w{}?=&.-]+)+$/i.test(s) && !/^\/|^https?:|^M[\d ]|^[#.@]/.test(s);

/** The words of an expression, with {…} for what is not known. */
function textOf(n) {
  if (ts.isStringLiteral(n) || ts.isNoSubstitutionTemplateLiteral(n)) return n.text;
  if (ts.isTemplateExpression(n)) return n.head.text + n.templateSpans.map((s) => "{…}" + s.literal.text).join("");
}

/** What an element shows, with its own elements' words in it. */
const shown = (n) =>
  words(
    n.children
      .map((c) => {
        if (ts.isJsxText(c)) return c.text.replace(/\s*\n\s*/g, " ");
        if (ts.isJsxExpression(c)) {
          if (!c.expression) return "";
          const t = textOf(c.expression);
          return t ?? "{…}";
        }
        if (ts.isJsxElement(c) && /^(strong|b|em|i|code|a|Link|Term|kbd|abbr|span)$/.test(c.openingElement.tagName.getText())) return shown(c);
        return " ";
      })
      .join(""),
  );

const out = [];
for (const f of files) {
  const path = join(root, f);
  const source = ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const seen = new Set();
  const add = (kind, text, node) => {
    text = words(text);
    if (!/\p{L}{2,}/u.test(text.replaceAll("{…}", "")) || seen.has(kind + text)) return;
    seen.add(kind + text);
    out.push({ file: relative(root, path), line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, kind, text });
  };
  const walk = (n, kind) => {
    if (ts.isImportDeclaration(n) || ts.isExportDeclaration(n) || ts.isTypeNode(n) || ts.isInterfaceDeclaration(n)) return;
    if (ts.isJsxElement(n)) {
      const tag = n.openingElement.tagName.getText();
      const as = /^(Button|button)$/.test(tag) ? "button" : /^h[1-6]$/.test(tag) ? "heading" : tag === "label" ? "label" : "text";
      const own = n.children.some((c) => ts.isJsxText(c) && /\p{L}/u.test(c.text));
      const alone = n.children.filter((c) => !ts.isJsxText(c) || c.text.trim()).length === 1 && n.children.find((c) => ts.isJsxExpression(c) && c.expression && textOf(c.expression));
      if (own || alone) add(as, shown(n), n);
      n.openingElement.attributes.properties.forEach((a) => walk(a));
      n.children.forEach((c) => !ts.isJsxText(c) && walk(c, as));
      return;
    }
    if (ts.isJsxAttribute(n)) {
      const name = n.name.getText();
      if (unread.has(name) && !(name === "title")) return;
      const v = n.initializer;
      if (v && ts.isStringLiteral(v)) {
        if (read.has(name) || sentence(v.text)) add(read.has(name) ? name : "attribute", v.text, v);
        return;
      }
      if (v) walk(v, name);
      return;
    }
    if (ts.isCallExpression(n) && /^(console|localStorage|sessionStorage|document|window|history|navigator|search|params|api|new URL)\b/.test(n.expression.getText())) {
      n.arguments.forEach((a) => (ts.isArrowFunction(a) || ts.isFunctionExpression(a) || ts.isObjectLiteralExpression(a)) && walk(a));
      return;
    }
    if (ts.isBinaryExpression(n) && /^(===?|!==?)$/.test(n.operatorToken.getText())) return;
    const t = textOf(n);
    if (t !== undefined) {
      if (sentence(words(t))) add(kind && /^(button|heading|label)$/.test(kind) ? kind : "words", t, n);
      if (ts.isTemplateExpression(n)) n.templateSpans.forEach((s) => walk(s.expression, kind));
      return;
    }
    if (ts.isPropertyAssignment(n) && unread.has(n.name.getText())) {
      if (!ts.isStringLiteral(n.initializer)) walk(n.initializer);
      return;
    }
    ts.forEachChild(n, (c) => walk(c, kind));
  };
  walk(source);
}
process.stdout.write(JSON.stringify(out, null, 1) + "\n");
