import type { Rule } from '../verdict/verdict.ts';
import type { EditionContent, Figure, RuleTable, StepRow } from './edition.ts';
import { provenanceOf } from './provenance.ts';

type Row = Readonly<Record<string, string>>;

export class TableReader {
  constructor(private readonly content: EditionContent) {}

  table(name: string): RuleTable {
    const table = this.content.tables[name];
    if (!table) throw new RangeError(`${this.content.name} lacks the table "${name}"`);
    return table;
  }

  has(name: string): boolean {
    return this.content.tables[name] !== undefined;
  }

  rows(name: string): readonly Row[] {
    return this.table(name).rows;
  }

  cell(name: string, index: number, column: string): string {
    const text = this.rows(name)[index]?.[column];
    if (text === undefined) throw new RangeError(`table "${name}", row ${index + 1}: column "${column}" is missing`);
    return text.trim();
  }

  number(name: string, index: number, column: string): number {
    const value = this.optionalNumber(name, index, column);
    if (value === null)
      throw new RangeError(`table "${name}", row ${index + 1}, column "${column}": a number is needed`);
    return value;
  }

  optionalNumber(name: string, index: number, column: string): number | null {
    const text = this.cell(name, index, column);
    if (text === '') return null;
    if (!/^-?\d+(\.\d+)?$/.test(text))
      throw new RangeError(`table "${name}", row ${index + 1}, column "${column}": "${text}" is not a number`);
    return Number(text);
  }

  steps(name: string, from: string, to: string, limit: string): StepRow[] {
    return this.rows(name).map((row, i) => {
      const low = this.number(name, i, from);
      const high = this.optionalNumber(name, i, to);
      return {
        from: low,
        to: high,
        limit: this.number(name, i, limit),
        rule: this.rule(name, row, high === null ? `from ${low}` : low === high ? `${low}` : `${low} to ${high}`),
      };
    });
  }

  /** Rows of a table that came with a later edition; an edition without it has none. */
  stepsIfAny(name: string, from: string, to: string, limit: string): StepRow[] {
    return this.content.tables[name] ? this.steps(name, from, to, limit) : [];
  }

  rule(name: string, row: Row, label?: string): Rule {
    const { section, origin } = this.table(name);
    const { book } = this.content;
    return {
      book,
      edition: this.content.name,
      section,
      ...(label === undefined ? {} : { row: label }),
      provenance: provenanceOf(row, origin),
    };
  }

  figure<T>(name: string, row: Row, label: string, value: T | null): Figure<T> | undefined {
    return value === null ? undefined : { value, rule: this.rule(name, row, label) };
  }

  list(name: string, index: number, column: string): readonly string[] | null {
    const text = this.cell(name, index, column);
    return text === ''
      ? null
      : text
          .split(';')
          .map((part) => part.trim())
          .filter(Boolean);
  }
}
