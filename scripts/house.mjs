// Counts what the house is made of, so that a change of it can be told in figures: `node scripts/house.mjs [folder]`.
// Lines are counted after Prettier has written every file at one fixed width, so that the width chosen for reading
// changes nothing; empty lines are not counted.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import prettier from 'prettier';
import ts from 'typescript';

const WIDTH = 100;
const LONG_FUNCTION = 150;
const LONG_FILE = 300;
const CODE = /\.(tsx?|mjs|cjs|js|scss|css|html)$/;
const TEST = /\.test\.|(^|\/)testing\/|^e2e\//;

const folder = path.resolve(process.argv[2] ?? '.');
const files = execFileSync('git', ['ls-files'], { cwd: folder, encoding: 'utf8' })
  .split('\n')
  .filter((file) => CODE.test(file));

const count = {
  production: 0,
  tests: 0,
  statements: 0,
  elements: 0,
  inlineStyles: 0,
  longFunctions: [],
  longFiles: [],
  pieces: new Map(),
};

const isFunction = (node) =>
  ts.isFunctionDeclaration(node) ||
  ts.isFunctionExpression(node) ||
  ts.isArrowFunction(node) ||
  ts.isMethodDeclaration(node) ||
  ts.isConstructorDeclaration(node);

for (const file of files) {
  const raw = readFileSync(path.join(folder, file), 'utf8');
  const text = await prettier.format(raw, {
    printWidth: WIDTH,
    singleQuote: true,
    trailingComma: 'all',
    filepath: file,
  });
  const lines = text.split('\n').filter((line) => line.trim() !== '').length;
  if (TEST.test(file)) {
    count.tests += lines;
    continue;
  }
  count.production += lines;
  if (!/\.tsx?$/.test(file)) continue;
  const lengthNow = raw.split('\n').length - 1;
  if (lengthNow > LONG_FILE) count.longFiles.push(`${file} ${lengthNow}`);
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const lineOf = (position) => source.getLineAndCharacterOfPosition(position).line;
  const pieces = new Set();
  const visit = (node) => {
    if (ts.isStatement(node) && !ts.isBlock(node) && node.kind !== ts.SyntaxKind.EmptyStatement) count.statements += 1;
    if (ts.isJsxElement(node) || ts.isJsxSelfClosingElement(node) || ts.isJsxFragment(node)) count.elements += 1;
    if (ts.isJsxAttribute(node) && node.name.getText(source) === 'style') count.inlineStyles += 1;
    if (isFunction(node)) {
      const length = lineOf(node.end) - lineOf(node.getStart(source)) + 1;
      if (length > LONG_FUNCTION) count.longFunctions.push(`${file}:${lineOf(node.getStart(source)) + 1} ${length}`);
    }
    if (
      ts.isImportDeclaration(node) &&
      ts.isStringLiteral(node.moduleSpecifier) &&
      /^react-bootstrap(\/|$)/.test(node.moduleSpecifier.text)
    ) {
      if (node.importClause?.name) pieces.add(node.importClause.name.text);
      const named = node.importClause?.namedBindings;
      if (named && ts.isNamedImports(named)) for (const one of named.elements) pieces.add(one.name.text);
    }
    if (
      (ts.isJsxOpeningElement(node) || ts.isJsxSelfClosingElement(node)) &&
      pieces.has(node.tagName.getText(source).split('.')[0])
    ) {
      const piece = node.tagName.getText(source).split('.')[0];
      count.pieces.set(piece, (count.pieces.get(piece) ?? 0) + 1);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}

const all = count.production + count.tests;
const uses = [...count.pieces].sort((a, b) => b[1] - a[1]);
console.log(
  `lines at width ${WIDTH}: production ${count.production}, tests ${count.tests} (${((100 * count.tests) / all).toFixed(1)} %)`,
);
console.log(`statements ${count.statements}, JSX elements ${count.elements}, inline styles ${count.inlineStyles}`);
console.log(`functions over ${LONG_FUNCTION} lines at that width: ${count.longFunctions.length}`);
for (const one of count.longFunctions) console.log(`  ${one}`);
console.log(`files over ${LONG_FILE} lines as they stand: ${count.longFiles.length}`);
for (const one of count.longFiles) console.log(`  ${one}`);
console.log(
  `React-Bootstrap pieces ${uses.length}, used ${uses.reduce((sum, [, n]) => sum + n, 0)} times: ${uses.map(([name, n]) => `${name} ${n}`).join(', ')}`,
);
