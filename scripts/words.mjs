// Prints all words of the interface, each once and with where it first stands: to be read through, or translated.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

const ROOMS = ['app', 'src', 'cli'];
/** Attributes and properties whose text is shown or read out, however short it is. */
const SHOWN = new Set(
  (
    'about alt aliases aria-description aria-label aria-roledescription aria-valuetext detail find heading hint ' +
    'label name one placeholder sentence cellParam title what words'
  ).split(' '),
);
/** Properties that hold ids or text for machines. */
const UNSHOWN = new Set(['aliases', 'find', 'cellParam', 'className', 'glsl', 'op', 'd', 'key']);
/** A sentence, or the beginning of one. */
const SENTENCE = /^[A-Z“"][^{};=]*\s[^{};=]*$|^[a-z][a-z’ ,]+ [^{};=]*[.:]?$/;
/** Class names of the style sheet, GLSL and other text for machines. */
const CODE = new RegExp(
  [
    String.raw`\b(absolute|bg|border|fixed|flex|grid|px|relative|rounded|text)-[a-z0-9[]`,
    String.raw`[{};]|=>|\b(vec[234]|float|const|return|uniform|void)\b`,
    String.raw`^[@./#]|^--|<[a-z]`,
  ].join('|'),
);

const files = ROOMS.flatMap((room) => readdirSync(room, { recursive: true }).map((file) => join(room, file))).filter(
  (file) => /\.tsx?$/.test(file) && !file.endsWith('.test.ts'),
);

/** What a node says, with dots where something is put in; null where it is no text. */
function textOf(node) {
  if (ts.isStringLiteralLike(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return [node.head.text, ...node.templateSpans.map((span) => `…${span.literal.text}`)].join('');
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.PlusToken) {
    const [left, right] = [textOf(node.left), textOf(node.right)];
    return left === null || right === null ? null : left + right;
  }
  return ts.isParenthesizedExpression(node) ? textOf(node.expression) : null;
}

/** The name that a text is given under: of an attribute or a property. */
function nameOver(node) {
  for (let at = node.parent; at; at = at.parent) {
    if (ts.isJsxAttribute(at) || ts.isPropertyAssignment(at)) return at.name.getText();
    if (ts.isStatement(at) || ts.isFunctionLike(at) || ts.isJsxElement(at)) return null;
  }
  return null;
}

const shown = new Map();
for (const file of files) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const say = (node, text) => {
    const words = text.replace(/\s+/g, ' ').trim();
    if (!/[A-Za-z]{2}/.test(words) || shown.has(words)) return;
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    shown.set(words, `${file}:${line + 1}`);
  };
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxText(node)) return say(node, node.text);
    const text = textOf(node);
    if (text === null) return ts.forEachChild(node, visit);
    const name = nameOver(node);
    if (UNSHOWN.has(name) || CODE.test(text)) return undefined;
    if (SHOWN.has(name) || SENTENCE.test(text)) say(node, text);
    return undefined;
  };
  visit(source);
}
for (const [words, at] of shown) console.log(`${at}\t${words}`);
