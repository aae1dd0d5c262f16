// Every text that a person can read, grouped by where it stands: to be read aloud in one go.
// `npm run texts` prints them; with `--json` as data, for the test that holds them to the rules.
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import ts from "typescript";
import { root } from "./lib.mjs";

/** Attributes of elements that are read or heard. */
const READ = new Set([
  "label",
  "aria-label",
  "title",
  "placeholder",
  "why",
  "hint",
  "error",
  "empty",
  "unit",
  "detail",
  "name",
  "heading",
  "valueText",
  "data-label",
]);
/** Names of properties whose strings are read, where an object stands in a screen. */
const READ_KEYS = new Set(["label", "detail", "heading", "hint", "title", "what", "why", "name"]);
/** Where the texts live: all of a message file is read, of a screen only what it shows. */
const MESSAGES = "contract/messages";
const SCREENS = ["app", "server/services", "cli"];

const filesIn = (folder) =>
  readdirSync(join(root, folder), { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile() && /\.tsx?$/.test(f.name) && !/\.test\./.test(f.name))
    .map((f) => relative(root, join(f.parentPath ?? f.path, f.name)))
    .sort();

/** A template as it is read: what is put in stands as …. */
const templateText = (node) =>
  [node.head.text, ...node.templateSpans.flatMap((s) => ["…", s.literal.text])].join("");

const isWords = (text) => /\p{L}{2}/u.test(text) && !/^[a-z0-9]+(-[a-z0-9]+)*$/.test(text);

/** What a browser reads and no person: styles, selectors, headers, programs. */
const MARKUP = new RegExp(
  [
    /^(data|event): |charset=|max-age=/,
    /^font-family|^translate\(|^\((min-width|prefers)|^@|^[-\w]+=|\{ ?[-\w]+: |^[-\w]+: [^;]+;|, monospace$/,
    /\[[-\w]+(=\w+)?\]|^registerProcessor/,
    /^(line|defs|input), |^-before|^…\/join$|^@page/,
  ]
    .map((part) => part.source)
    .join("|"),
);
/** Names of attributes and properties whose strings are keys. */
const KEYS = new Set(["id", "key", "tape", "placement", "aria-labelledby"]);

/** Two words side by side are read wherever they stand; what is put in counts as a word. */
const isPhrase = (text) =>
  !MARKUP.test(text) &&
  // two words, or one that is a sentence
  /(\p{L}{2,}|…)[,;:]? (\p{L}{2,}|…)|^\p{Lu}\p{L}+\.$/u.test(text.trim());

/** Whether a literal is code and not words: a key, a name of a type, an import. */
function isCode(node) {
  const { parent } = node;
  const holder = ts.isJsxExpression(parent) ? parent.parent : parent;
  const isNamed = ts.isPropertyAssignment(holder) || ts.isJsxAttribute(holder);
  return (
    (isNamed && KEYS.has(holder.name.getText().replaceAll('"', ""))) ||
    (ts.isNewExpression(parent) && parent.expression.getText().endsWith("Error")) ||
    ts.isImportDeclaration(parent) ||
    ts.isExportDeclaration(parent) ||
    ts.isLiteralTypeNode(parent) ||
    ts.isCaseClause(parent) ||
    (ts.isPropertyAssignment(parent) && parent.name === node) ||
    ts.isElementAccessExpression(parent) ||
    (ts.isBinaryExpression(parent) &&
      [ts.SyntaxKind.EqualsEqualsEqualsToken, ts.SyntaxKind.ExclamationEqualsEqualsToken].includes(
        parent.operatorToken.kind,
      ))
  );
}

const isCounted = ({ parent }) =>
  ts.isCallExpression(parent) && parent.expression.getText() === "count";

function attributeOf(node) {
  for (let at = node.parent; at && !ts.isJsxElement(at); at = at.parent) {
    if (ts.isJsxAttribute(at)) return at.name.getText();
    if (ts.isJsxExpression(at) && !ts.isJsxAttribute(at.parent)) return "children";
    if (ts.isPropertyAssignment(at) && READ_KEYS.has(at.name.getText())) return "label";
    if (ts.isArrowFunction(at) || ts.isFunctionDeclaration(at)) return null;
  }
  return null;
}

/** The texts of one file, in their order. */
export function textsOf(path) {
  const source = ts.createSourceFile(
    path,
    readFileSync(join(root, path), "utf8"),
    ts.ScriptTarget.Latest,
    true,
    path.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const isMessages = path.startsWith(MESSAGES);
  const found = [];
  const lineOf = (node) => source.getLineAndCharacterOfPosition(node.getStart()).line + 1;
  const put = (node, text) => {
    const words = text.replace(/\s+/g, " ").trim();
    if (words !== "" && !MARKUP.test(words) && (isMessages ? /\p{L}/u.test(words) : isWords(words)))
      found.push({
        path,
        line: lineOf(node),
        text: words,
        ...(isCounted(node) ? { isCounted: true } : {}),
      });
  };
  const visit = (node) => {
    if (ts.isTaggedTemplateExpression(node)) return;
    if (ts.isJsxText(node)) put(node, node.text);
    else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      const attribute = isMessages ? "all" : attributeOf(node);
      const isRead =
        !isCode(node) &&
        (isMessages
          ? isWords(node.text)
          : attribute === "children" || READ.has(attribute) || isPhrase(node.text));
      if (isRead) put(node, node.text);
      // a word that is counted stands by itself
      else if (isCounted(node))
        found.push({ path, line: lineOf(node), text: node.text, isCounted: true });
    } else if (ts.isTemplateExpression(node)) {
      const attribute = isMessages ? "all" : attributeOf(node);
      const text = templateText(node);
      if (
        !isCode(node) &&
        (isMessages || attribute === "children" || READ.has(attribute) || isPhrase(text))
      )
        put(node, text);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

export const allTexts = () => [...filesIn(MESSAGES), ...SCREENS.flatMap(filesIn)].flatMap(textsOf);

if (process.argv[1]?.endsWith("texts.mjs")) {
  const texts = allTexts();
  if (process.argv.includes("--json")) console.log(JSON.stringify(texts));
  else {
    let path = "";
    for (const t of texts) {
      if (t.path !== path) console.log(`\n${(path = t.path)}`);
      console.log(`  ${t.text}`);
    }
    console.log(`\n${texts.length} texts`);
  }
}
