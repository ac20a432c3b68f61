// npm run words [-- --check]: every word that people read, by view, printed into docs/words.md; with --check it says whether that is so.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { format, resolveConfig } from 'prettier';
import { root } from './steps.mjs';

const FOLDER = join(root, 'web', 'words', 'en');
const LIST = join(root, 'docs', 'words.md');

/** What a text says, with what is put into it in braces. */
function textOf(node) {
  if (ts.isStringLiteralLike(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.templateSpans.reduce(
      (said, { expression, literal }) => `${said}{${expression.getText()}}${literal.text}`,
      node.head.text,
    );
  return undefined;
}

/** Every text of a file, each once, in the order in which they stand. */
function textsOf(path) {
  const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
  const texts = new Set();
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node) || ts.isCaseClause(node)) {
      if (ts.isCaseClause(node)) node.statements.forEach(visit);
      return;
    }
    if (ts.isPropertyAssignment(node)) return visit(node.initializer);
    if (ts.isElementAccessExpression(node)) return visit(node.expression);
    if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.EqualsEqualsEqualsToken)
      return;
    const said = textOf(node);
    if (said !== undefined && /[A-Za-z]{2}/.test(said)) texts.add(said);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return [...texts];
}

const inTable = (text) => text.replaceAll('|', '\\|').replaceAll('\n', ' ').replace(/^ | $/g, '␣');
const sections = readdirSync(FOLDER)
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
  .sort()
  .map((name) => {
    const rows = textsOf(join(FOLDER, name)).map((text) => `- ${inTable(text)}`);
    return `## ${name.replace(/\.ts$/, '')}\n\n${rows.join('\n')}\n`;
  });
const list = await format(
  `# Words on the screens\n\nEvery word that people read, by view, as \`npm run words\` prints it from \`web/words/en\`. What is put in stands in braces; ␣ is a space at an end.\n\n${sections.join('\n')}`,
  { ...(await resolveConfig(LIST)), filepath: LIST },
);
if (!process.argv.includes('--check')) writeFileSync(LIST, list);
else if (readFileSync(LIST, 'utf8') !== list) {
  console.error('docs/words.md is not what the screens say: npm run words prints it anew');
  process.exit(1);
}
