import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type Joi from 'joi';
import ts from 'typescript';
import { describe, expect, test } from 'vitest';
import { fieldShape } from '@mercato/contract/http/fieldWords';
import { FIELD_WORDS, FIELDS_OF_FEATURES } from '@mercato/contract/words/fields';

const WEB = path.resolve(import.meta.dirname, '..');
const CONTRACT = path.resolve(WEB, '../contract');

const pages = (readdirSync(WEB, { recursive: true }) as string[]).filter(
  (file) => file.endsWith('.tsx') && !/node_modules|dist|\.test\.|^ui\//.test(file),
);

interface Written {
  /** What the form is checked by. */
  readonly schemas: Joi.Schema[];
  /** Paths of fields that take their words from the words file; what only runs knows is left out. */
  readonly paths: string[];
}

/** The fields of a page whose path and words can be read without running it. */
async function written(file: string): Promise<Written> {
  const source = ts.createSourceFile(
    file,
    readFileSync(path.join(WEB, file), 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    ts.ScriptKind.TSX,
  );
  const imports: [name: string, module: string][] = [];
  const paths: string[] = [];
  const look = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) && ts.isStringLiteral(node.moduleSpecifier)) {
      const named = node.importClause?.namedBindings;
      if (named && ts.isNamedImports(named))
        for (const one of named.elements) imports.push([one.name.text, node.moduleSpecifier.text]);
    }
    if (ts.isJsxSelfClosingElement(node) && node.tagName.getText(source) === 'Field') {
      const of = new Map(
        node.attributes.properties.flatMap((one) =>
          ts.isJsxAttribute(one) ? [[one.name.getText(source), one.initializer?.getText(source) ?? ''] as const] : [],
        ),
      );
      const at = /^(?:\{\[)?['"]([\w.-]+)['"]/.exec(of.get('path') ?? of.get('name') ?? '')?.[1];
      if (at !== undefined && !of.has('label')) paths.push(at);
    }
    ts.forEachChild(node, look);
  };
  look(source);
  // A line of a batch is written through its own hook, which knows the schema.
  if (imports.some(([name]) => name === 'useLine'))
    imports.push(['newLineSchema', '@mercato/contract/cleaning/batches']);
  const brought = async <T>(ending: RegExp): Promise<T[]> =>
    Promise.all(
      imports
        .filter(([name, module]) => ending.test(name) && module.startsWith('@mercato/contract/'))
        .map(async ([name, module]) => {
          const from = path.join(CONTRACT, `${module.slice('@mercato/contract/'.length)}.ts`);
          const brings = (await import(/* @vite-ignore */ from)) as Record<string, T>;
          // A page that asks for the schema of one kind of line is held against that of all of them.
          return (typeof brings[name] === 'function' ? brings.newLineSchema : brings[name]) as T;
        }),
    );
  return { schemas: await brought(/Schema(Of)?$/), paths };
}

const wordsFound = (tied: string | undefined) => {
  const [form = '', ...rest] = tied?.split('.') ?? [];
  return FIELD_WORDS[form]?.[rest.join('.')] !== undefined;
};

describe('every field that a form names is known to its schema, and has its words', async () => {
  const all = await Promise.all(pages.map(async (file) => [file, await written(file)] as const));
  const forms = all.filter(([, one]) => one.paths.length > 0 && one.schemas.length > 0);

  test('in all the forms of the house', () => {
    expect(forms.length).toBeGreaterThan(35);
    expect(forms.flatMap(([, one]) => one.paths).length).toBeGreaterThan(120);
  });

  test('whose name no other feature uses', () => {
    const names = FIELDS_OF_FEATURES.flatMap((table) => Object.keys(table));
    expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([]);
    expect(Object.keys(FIELD_WORDS)).toHaveLength(names.length);
  });

  test.each(forms)('%s', (_, form) => {
    for (const at of form.paths) {
      const shapes = form.schemas.flatMap((schema) => fieldShape(schema, at) ?? []);
      // The figure of a mass is called what the mass is called.
      const masses = form.schemas.flatMap((schema) => fieldShape(schema, at.replace(/\.text$/, '')) ?? []);
      expect(shapes.length, `${at} stands in no schema of this page`).toBeGreaterThan(0);
      expect(
        [...shapes, ...masses].some((one) => wordsFound(one.words)),
        `${at} has no words`,
      ).toBe(true);
    }
  });
});
