/**
 * Everything that the interface says, by screen, into docs/wording.md, to be read aloud. `--check` only says whether it is as the sources are.
 * Read from the syntax: text between tags, properties that are shown or said, and the sentences of `words`.
 */
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const out = join(root, 'docs/wording.md');
/** Properties of JSX that nobody reads or hears. */
const unseen = new Set([
  'as',
  'tone',
  'mode',
  'icon',
  'name',
  'role',
  'testID',
  'style',
  'key',
  'dimension',
  'href',
  'to',
  'kind',
  'side',
  'layout',
  'inputMode',
  'type',
  'fill',
  'stroke',
  'd',
  'id',
  'page',
  'of',
  'collection',
]);
/** Prose: a word with a small letter that begins a sentence or has company. */
const isProse = (text) =>
  /\p{L}{2}/u.test(text) &&
  (/^\p{Lu}/u.test(text.trim()) || /\p{L} \p{L}/u.test(text)) &&
  !/^[\w./:#-]+$/.test(text.trim().replace(/^\p{Lu}\p{Ll}+$/u, 'Ok word'));

function sentencesOf(file) {
  const source = ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const found = new Set();
  const say = (text) => {
    const plain = text.replace(/\s+/g, ' ').trim();
    if (isProse(plain)) found.add(plain);
  };
  const whole = (node) =>
    node.head.text +
    node.templateSpans
      .map((s) => `{${ts.isIdentifier(s.expression) ? s.expression.text : '…'}}${s.literal.text}`)
      .join('');
  const visit = (node) => {
    if (
      ts.isImportDeclaration(node) ||
      ts.isExportDeclaration(node) ||
      ts.isTypeNode(node) ||
      ts.isTypeAliasDeclaration(node) ||
      ts.isInterfaceDeclaration(node)
    )
      return;
    if (ts.isJsxAttribute(node) && unseen.has(node.name.getText())) return;
    if (ts.isJsxText(node)) say(node.text);
    else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      const isKey = ts.isPropertyAssignment(node.parent) && node.parent.name === node;
      const isCompared = ts.isBinaryExpression(node.parent) && /^[!=]==$/.test(node.parent.operatorToken.getText());
      if (!isKey && !isCompared) say(node.text);
    } else if (ts.isTemplateExpression(node)) say(whole(node));
    ts.forEachChild(node, visit);
  };
  visit(source);
  return [...found];
}

const files = (dir) =>
  readdirSync(join(root, dir), { recursive: true, withFileTypes: true })
    .filter((e) => e.isFile() && /\.tsx?$/.test(e.name))
    .map((e) => relative(root, join(e.parentPath ?? e.path, e.name)))
    .sort();
const rooms = ['shell', 'features', 'records', 'fields', 'facts', 'files', 'ui'].map((room) => `app/src/${room}`);

/** Said once, where it comes first; names of one or two words are in the glossary and the menus. */
const LEAST_WORDS = 3;
/** A count with its word in one form only: "1 days". */
const oneForm = /(?<!of |of the )\{[^}]*\} (days|months|weeks|sessions|laps|cars|jobs|readings|hours)\b/;

export function wording() {
  const before = new Set();
  const lines = [
    '# What Calvik says',
    '',
    'Made from the sources by `node scripts/wording.mjs`; `npm run lint:wording` fails while it is behind them. Read it aloud. `{…}` stands for what is put in.',
    '',
  ];
  for (const file of [...rooms.flatMap(files), ...files('words/src')]) {
    const said = sentencesOf(join(root, file)).filter((t) => t.split(' ').length >= LEAST_WORDS && !before.has(t));
    for (const text of said) before.add(text);
    if (said.length === 0) continue;
    lines.push(`## ${file.replace(/^app\/src\//, '').replace(/\.tsx?$/, '')}`, '', ...said.map((s) => `- ${s}`), '');
  }
  return `${lines.join('\n').trimEnd()}\n`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const now = wording();
  const wrong = now.split('\n').filter((line) => oneForm.test(line));
  if (wrong.length > 0) {
    console.error(`A count has its word in one form; use counted():\n${wrong.join('\n')}`);
    process.exit(1);
  }
  if (!process.argv.includes('--check')) writeFileSync(out, now);
  else if (readFileSync(out, 'utf8') !== now) {
    console.error('docs/wording.md is not what the interface says: node scripts/wording.mjs');
    process.exit(1);
  }
}
