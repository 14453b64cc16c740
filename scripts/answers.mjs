// What each route answers, as JSON Schema (2020-12), read from the types of the contract: the API document's other half.
// The well-known generators read declarations alone and give up where a type is computed, as those of codes are from
// the tables of their words; here the compiler is asked what each type comes to.
import fs from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

const project = path.dirname(import.meta.dirname);
const out = path.join(project, '.cache', 'answers');
const source = path.join(project, 'contract', 'http', 'allRoutes.ts');
const problem = path.join(project, 'contract', 'http', 'problem.ts');
const { options } = ts.parseJsonConfigFileContent(
  ts.readConfigFile(path.join(project, 'tsconfig.json'), ts.sys.readFile).config,
  ts.sys,
  project,
);
const program = ts.createProgram([source, problem], { ...options, noEmit: true });
const checker = program.getTypeChecker();
const has = (type, flag) => (type.flags & flag) !== 0;
const fileOf = (file) => program.getSourceFile(file);
const exported = (file, name) =>
  checker.getExportsOfModule(checker.getSymbolAtLocation(fileOf(file))).find((one) => one.name === name);
const here = fileOf(source);

const schemas = {};
const nameOfType = new Map();
/** The name under which a type stands among the schemas; null for one that is written out where it is. */
function named(type) {
  const symbol = type.aliasSymbol ?? type.symbol;
  const declared = symbol?.declarations?.[0];
  if (!declared || declared.getSourceFile().fileName.includes('node_modules')) return null;
  if (!ts.isInterfaceDeclaration(declared) && !ts.isTypeAliasDeclaration(declared)) return null;
  const of = type.aliasSymbol ? (type.aliasTypeArguments ?? []) : checker.getTypeArguments(type);
  const words = of.filter((one) => !one.isThisType).map((one) => named(one) ?? checker.typeToString(one));
  const parts = words.flatMap((one) => one.split(/\W+/)).filter(Boolean);
  return symbol.name + parts.map((one) => `Of${one[0].toUpperCase()}${one.slice(1)}`).join('');
}
function schemaOf(type) {
  const before = nameOfType.get(type);
  if (before) return { $ref: `#/components/schemas/${before}` };
  const wanted = has(type, ts.TypeFlags.Object | ts.TypeFlags.Union | ts.TypeFlags.Intersection) ? named(type) : null;
  if (!wanted) return inFull(type);
  let name = wanted;
  for (let n = 2; name in schemas; n += 1) name = `${wanted}${n}`;
  nameOfType.set(type, name);
  schemas[name] = {};
  schemas[name] = inFull(type);
  return { $ref: `#/components/schemas/${name}` };
}

function inFull(type) {
  const { TypeFlags } = ts;
  if (has(type, TypeFlags.Any | TypeFlags.Unknown | TypeFlags.NonPrimitive)) return {};
  if (has(type, TypeFlags.Never)) return { not: {} };
  if (has(type, TypeFlags.Null)) return { type: 'null' };
  if (type.isStringLiteral() || type.isNumberLiteral()) return { const: type.value };
  if (has(type, TypeFlags.BooleanLiteral)) return { const: type.intrinsicName === 'true' };
  if (has(type, TypeFlags.Boolean)) return { type: 'boolean' };
  if (has(type, TypeFlags.StringLike)) return { type: 'string' };
  if (has(type, TypeFlags.NumberLike)) return { type: 'number' };
  if (type.isUnion()) return oneOf(type.types);
  if (checker.isTupleType(type)) {
    const places = checker.getTypeArguments(type).map(schemaOf);
    return { type: 'array', prefixItems: places, items: false, minItems: places.length };
  }
  if (checker.isArrayType(type)) return { type: 'array', items: schemaOf(checker.getTypeArguments(type)[0]) };
  const index = checker.getIndexInfoOfType(type, ts.IndexKind.String);
  const properties = {};
  const required = [];
  for (const one of checker.getPropertiesOfType(type)) {
    const of = checker.getTypeOfSymbolAtLocation(one, here);
    if (of.getCallSignatures().length > 0) continue;
    properties[one.name] = schemaOf(of);
    if (!(one.flags & ts.SymbolFlags.Optional) && !canBeLeftOut(of)) required.push(one.name);
  }
  return {
    type: 'object',
    properties,
    ...(required.length > 0 ? { required } : {}),
    // A value may carry more than its type says, as a verdict does the figures of its step.
    ...(index ? { additionalProperties: schemaOf(index.type) } : {}),
  };
}
const canBeLeftOut = (type) =>
  has(type, ts.TypeFlags.Undefined | ts.TypeFlags.Unknown | ts.TypeFlags.Any) ||
  (type.isUnion() && type.types.some(canBeLeftOut));

function oneOf(types) {
  const said = types.filter((one) => !has(one, ts.TypeFlags.Undefined));
  const both = said.filter((one) => has(one, ts.TypeFlags.BooleanLiteral)).length === 2;
  const rest = both ? said.filter((one) => !has(one, ts.TypeFlags.BooleanLiteral)) : said;
  const words = rest.filter((one) => one.isStringLiteral());
  const figures = rest.filter((one) => one.isNumberLiteral());
  const others = rest.filter((one) => !one.isStringLiteral() && !one.isNumberLiteral());
  const all = [
    ...(both ? [{ type: 'boolean' }] : []),
    ...(words.length > 0 ? [{ type: 'string', enum: words.map((one) => one.value) }] : []),
    ...(figures.length > 0 ? [{ type: 'number', enum: figures.map((one) => one.value) }] : []),
    ...others.map(schemaOf),
  ];
  return all.length === 1 ? all[0] : { anyOf: all };
}

const answers = { problem: schemaOf(checker.getDeclaredTypeOfSymbol(exported(problem, 'Problem'))) };
const all = checker.getTypeOfSymbolAtLocation(exported(source, 'ALL_ROUTES'), here);
for (const group of all.getProperties())
  for (const route of checker.getTypeOfSymbolAtLocation(group, here).getProperties()) {
    const type = checker.getTypeOfSymbolAtLocation(route, here);
    // ReadRoute<Path, Query, Answer>, WriteRoute<Path, Body, Answer, Versioned>
    if (['ReadRoute', 'WriteRoute'].includes(type.symbol.name))
      answers[`${group.name}.${route.name}`] = schemaOf(checker.getTypeArguments(type)[2]);
  }
fs.mkdirSync(out, { recursive: true });
fs.writeFileSync(path.join(out, 'answers.json'), JSON.stringify({ schemas, answers }));
