import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import en from '../src/en.json' with { type: 'json' };

const ROOT = join(import.meta.dirname, '..', '..');
const MESSAGES = new Map(Object.entries(en).flatMap(([concept, messages]) => Object.entries(messages).map(([name, text]) => [`${concept}.${name}`, text])));

interface Source {
  file: string;
  tree: ts.SourceFile;
}
const sourcesOf = (folder: string): Source[] =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .map((file) => `${folder}/${file}`)
    .map((file) => ({ file, tree: ts.createSourceFile(file, readFileSync(join(ROOT, file), 'utf8'), ts.ScriptTarget.Latest, true) }));
const CORE = sourcesOf('core/src');
const SAYING = [...CORE, ...sourcesOf('server/src')];

/** Everything within a node, itself first. */
function* within(node: ts.Node): Generator<ts.Node> {
  yield node;
  for (const child of node.getChildren()) yield* within(child);
}

/** Messages that are said, each with the names of its values where it is called with them. */
function* said(): Generator<{ at: string; code: string; values: string[] | null }> {
  for (const { file, tree } of SAYING) {
    const constants = new Map<string, string>();
    for (const node of within(tree))
      if (ts.isVariableDeclaration(node) && node.initializer && ts.isStringLiteral(node.initializer)) constants.set(node.name.getText(), node.initializer.text);
    for (const node of within(tree)) {
      if (!ts.isCallExpression(node) || node.expression.getText() !== 'say') continue;
      const [first, second] = node.arguments;
      const code = first && ts.isStringLiteral(first) ? first.text : constants.get(first?.getText() ?? '');
      const line = tree.getLineAndCharacterOfPosition(node.getStart()).line + 1;
      const values = second && ts.isObjectLiteralExpression(second) ? second.properties.map((property) => property.name?.getText() ?? '?') : [];
      if (code !== undefined) yield { at: `${file}:${line}`, code, values };
    }
    // A concept's list of problems: status, code, message. Values are given where one is told.
    if (file.endsWith('/problems.ts'))
      for (const node of within(tree))
        if (ts.isArrayLiteralExpression(node) && node.elements[2] && ts.isStringLiteral(node.elements[2]))
          yield { at: file, code: node.elements[2].text, values: null };
  }
}

/** Names of the values that a message has places for. */
function placesIn(elements: readonly MessageFormatElement[], found = new Set<string>()): Set<string> {
  for (const element of elements) {
    if (element.type === TYPE.argument) found.add(element.value);
    if (element.type === TYPE.select || element.type === TYPE.plural) {
      found.add(element.value);
      for (const { value } of Object.values(element.options)) placesIn(value, found);
    }
  }
  return found;
}

describe('the English catalogue', () => {
  const uses = [...said()];
  it('has every message that is said', () => {
    expect(uses.length).toBeGreaterThan(300);
    expect(uses.filter(({ code }) => !MESSAGES.has(code))).toEqual([]);
  });
  it('has no message that nothing says', () => {
    const used = new Set(uses.map(({ code }) => code));
    expect([...MESSAGES.keys()].filter((code) => !used.has(code))).toEqual([]);
  });
  it('has a place for each value that it is given, and is given each that it has a place for', () => {
    const wrong = uses.filter(({ code, values }) => {
      const places = [...placesIn(parse(MESSAGES.get(code) ?? '', { ignoreTag: true }))].sort();
      return values !== null && JSON.stringify([...values].sort()) !== JSON.stringify(places);
    });
    expect(wrong.map(({ at, code, values }) => `${at} ${code}(${values?.join(', ') ?? ''}): ${MESSAGES.get(code) ?? ''}`)).toEqual([]);
  });
});

/** What describes a detail, a kind or a rule: names of things, which stand where the thing does. */
const NAMING = new Set(['label', 'labelOfRent', 'labelOfCare', 'word', 'form', 'source', 'ask', 'hint', 'says', 'asks', 'unit']);

/** Where a text stands: thrown at who programs, a name of something, or said. */
function standing(node: ts.Node): 'thrown' | 'name' | 'said' {
  let worked = false;
  for (let here: ts.Node = node; !ts.isSourceFile(here.parent); here = here.parent) {
    const { parent } = here;
    if (ts.isThrowStatement(parent) || ts.isNewExpression(parent)) return 'thrown';
    if (!worked && ts.isPropertyAssignment(parent) && NAMING.has(parent.name.getText())) return 'name';
    if (ts.isVariableDeclaration(parent) && /_LABEL$/.test(parent.name.getText())) return 'name';
    if (ts.isCallExpression(parent) && parent.expression.getText() === 'say') return 'said';
    worked ||= ts.isFunctionLike(parent);
  }
  return 'said';
}

describe('core', () => {
  it('has no sentence of its own: it says messages by their codes', () => {
    const sentences = CORE.filter(({ file }) => !file.endsWith('/fields.ts') && !file.includes('/basis/detail/')).flatMap(({ file, tree }) =>
      [...within(tree)]
        .filter((node) => ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node) || ts.isTemplateExpression(node))
        .filter((node) => !ts.isImportDeclaration(node.parent) && !ts.isExportDeclaration(node.parent) && !ts.isLiteralTypeNode(node.parent))
        .map((node) => ({ node, text: ts.isTemplateExpression(node) ? node.getText().replace(/\$\{[^}]*\}/g, '…') : (node as ts.StringLiteral).text }))
        .filter(({ text }) => /\p{L}{2,}[,:;]? [\p{L}“(…]/u.test(text))
        .filter(({ node }) => standing(node) === 'said')
        .map(({ text }) => `${file}: ${text}`),
    );
    expect(sentences).toEqual([]);
  });
});
