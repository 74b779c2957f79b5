import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import * as yup from 'yup';

// What the checks say reaches an instructor as it is, behind the name of its field: every rule of every schema must say what would
// be right, in plain words, and must not name the field a second time.

type Described = yup.AnySchema & {
  fields?: Record<string, Described>;
  innerType?: Described;
  tests: { OPTIONS?: { name?: string; params?: Record<string, unknown> } }[];
  type: string;
};
interface Leaf {
  readonly at: string;
  readonly schema: Described;
}

function leaves(schema: Described, at: string, seen: Set<unknown>): Leaf[] {
  if (seen.has(schema)) return [];
  seen.add(schema);
  return [
    { at, schema },
    ...Object.entries(schema.fields ?? {}).flatMap(([name, field]) => leaves(field, `${at}.${name}`, seen)),
    ...(schema.innerType ? leaves(schema.innerType, `${at}[]`, seen) : []),
  ];
}

const files = readdirSync(import.meta.dirname).filter((f) => /schemas\.ts$/.test(f));
const schemas: [string, Described][] = [];
for (const file of files)
  for (const [name, value] of Object.entries(
    (await import(join(import.meta.dirname, file))) as Record<string, unknown>,
  ))
    if (yup.isSchema(value)) schemas.push([`${file} ${name}`, value as unknown as Described]);
const all = schemas.flatMap(([name, schema]) => leaves(schema, name, new Set()));

/** What a schema says against a value; empty where it takes it. */
function complaints(schema: yup.AnySchema, value: unknown): readonly string[] {
  try {
    schema.validateSync(value, { abortEarly: false });
    return [];
  } catch (error) {
    // A rule that looks at the fields beside its own stumbles where there are none.
    return error instanceof yup.ValidationError ? error.errors : ['needs its record'];
  }
}
/** Whole files, which their routes bound; what a gate looks for, which is bounded where the gate is one that is seen. */
const ELSEWHERE = ['mappedImportSchema.text', 'photoSchema.jpeg', 'gate.text'];
const PLAIN = /^(must|needs|holds|is|are|has|have|names) |^“.{1,40}” is no /;
const limit = (leaf: Leaf, name: string): number | undefined => {
  const found = leaf.schema.tests.find((t) => t.OPTIONS?.name === name)?.OPTIONS?.params?.[name];
  return typeof found === 'number' && Number.isFinite(found) ? found : undefined;
};
const ofType = (type: string): Leaf[] => all.filter((l) => l.schema.type === type);

describe('every schema of the wire', () => {
  test('is found', () => {
    expect(schemas.length).toBeGreaterThan(40);
    expect(all.length).toBeGreaterThan(300);
  });
  test('says in plain words, and without the field’s name, what a number must be', () => {
    let checked = 0;
    for (const leaf of ofType('number'))
      for (const [name, beyond] of [
        ['min', -1],
        ['max', 1],
      ] as const) {
        const edge = limit(leaf, name);
        if (edge === undefined) continue;
        checked += 1;
        const said = complaints(leaf.schema, edge + beyond);
        expect({ at: leaf.at, name, said: said.length > 0 && said.every((s) => PLAIN.test(s)) }).toEqual({
          at: leaf.at,
          name,
          said: true,
        });
        expect({ at: leaf.at, edge, said: complaints(leaf.schema, edge) }).toEqual({ at: leaf.at, edge, said: [] });
      }
    expect(checked).toBeGreaterThan(100);
  });
  test('says so of what is no number at all', () => {
    for (const leaf of ofType('number')) {
      const said = complaints(leaf.schema, 'twelve');
      expect({ at: leaf.at, plain: said.length > 0 && said.every((s) => PLAIN.test(s)) }).toEqual({
        at: leaf.at,
        plain: true,
      });
    }
  });
  test('bounds every text, and says how long it may be', () => {
    for (const leaf of ofType('string').filter((l) => !ELSEWHERE.some((e) => l.at.endsWith(e)))) {
      const said = complaints(leaf.schema, 'x'.repeat(70_000));
      const odd = said.filter((s) => !PLAIN.test(s));
      expect({ at: leaf.at, bounded: said.length > 0, odd }).toEqual({ at: leaf.at, bounded: true, odd: [] });
    }
  });
  test('says plainly what is needed where nothing is given', () => {
    const said = all.flatMap((l) => complaints(l.schema, undefined));
    expect(said.filter((s) => s === 'is needed').length).toBeGreaterThan(50);
    expect([...new Set(said)].filter((s) => !PLAIN.test(s))).toEqual([]);
  });
});
