import { type ReactNode, useId, useState } from 'react';
import { Form, Table } from 'react-bootstrap';
import type { FieldView } from '@mercato/contract/register/lots';
import { WeighInput } from '../devices/WeighInput.tsx';
import { type TakenFrom, takenFrom } from '../devices/weighedOn.ts';
import { Earlier } from '../register/bench.tsx';
import { Heads } from '../ui/Heads.tsx';
import { plainFigure } from '../ui/typedBody.ts';

const BOTH = ['first', 'second'] as const;
type Which = (typeof BOTH)[number];
const ROWS = [
  ['container', 'empty container'],
  ['withSeed', 'with seed'],
  ['dried', 'dried'],
] as const;
/** One container as typed, g. */
type Tin = Record<(typeof ROWS)[number][0], string>;
export type TwoTins = Record<Which, Tin>;
type Fields = Readonly<Record<string, FieldView>>;

/** Where a weighing is kept: those of seed that was dried whole first stand under a name of their own. */
type Under = '' | 'predried.';
const fieldOf = (under: Under, which: Which, row: keyof Tin) => `${under}${which}.${row}`;

/** Both containers as they were kept. */
export const keptTins = (fields: Fields, under: Under = ''): TwoTins => {
  const tin = (which: Which) =>
    Object.fromEntries(ROWS.map(([row]) => [row, fields[fieldOf(under, which, row)]?.text ?? ''])) as Tin;
  return { first: tin('first'), second: tin('second') };
};

/** The figures by the field that keeps them. */
export const tinFigures = (tins: TwoTins, under: Under = ''): Record<string, string> =>
  Object.fromEntries(
    BOTH.flatMap((which) => ROWS.map(([row]) => [fieldOf(under, which, row), plainFigure(tins[which][row])] as const)),
  );

/** Whether a figure that was kept is to stand otherwise. */
export const correctsTins = (fields: Fields, figures: Readonly<Record<string, string>>): boolean =>
  Object.entries(figures).some(([field, text]) => fields[field] !== undefined && fields[field].text !== text);

interface TinsProps {
  title: string;
  under?: Under;
  tins: TwoTins;
  weighedOn: TakenFrom;
  set: (tins: TwoTins, weighedOn: TakenFrom) => void;
  fields: Fields;
  fault: (path: string) => string | undefined;
  may: boolean;
  /** The rows that hands go to by themselves. */
  goTo: readonly (keyof Tin)[];
  children?: ReactNode;
}

/** Two containers, each weighed empty, with seed and dried: Enter takes what the balance shows and goes on. */
export function TinsTable({ title, under = '', tins, weighedOn, set, fields, fault, may, goTo, children }: TinsProps) {
  const next = goTo.flatMap((row) => BOTH.map((which) => fieldOf(under, which, row))).find((one) => !fields[one]);
  return (
    <Table className="w-text">
      <Heads of={[title, 'first container', 'second container']} />
      <tbody>
        {ROWS.map(([row, name]) => (
          <tr key={row}>
            <td className="serif">{name}</td>
            {BOTH.map((which) => {
              const field = fieldOf(under, which, row);
              return (
                <td key={which}>
                  <TinCell
                    label={`${which} container, ${name}`}
                    value={tins[which][row]}
                    fault={fault(field) ?? fault(`weighedOn.${field}`) ?? fault(`weighedOn.${field}.why`)}
                    disabled={!may}
                    autoFocus={may && field === next}
                    onChange={(text, on) =>
                      set({ ...tins, [which]: { ...tins[which], [row]: text } }, takenFrom(weighedOn, field, on))
                    }
                  />
                  <span className="soft">
                    <Earlier field={fields[field]} />
                  </span>
                </td>
              );
            })}
          </tr>
        ))}
        {children}
      </tbody>
    </Table>
  );
}

function TinCell({
  fault,
  ...rest
}: Pick<Parameters<typeof WeighInput>[0], 'value' | 'onChange' | 'disabled' | 'autoFocus'> & {
  label: string;
  fault: string | undefined;
}) {
  const id = useId();
  const [refused, setRefused] = useState<string>();
  const says = refused ?? fault;
  return (
    <>
      <WeighInput {...rest} invalid={says !== undefined} describedBy={says && id} onRefused={setRefused} />
      {says && (
        <Form.Control.Feedback type="invalid" id={id} role="alert" className="d-block">
          {says}
        </Form.Control.Feedback>
      )}
    </>
  );
}
