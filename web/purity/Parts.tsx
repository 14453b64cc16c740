import { Form } from 'react-bootstrap';
import type { JudgedPart } from '@mercato/core/purity/parts';
import type { Component } from '@mercato/core/units/components';
import { WeighInput } from '../devices/WeighInput.tsx';
import { TakeCount } from '../optics/TakeCount.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { type PartLine, type PurityValues, sentParts } from './entry.ts';

/** The named parts of one component: species, or kinds of inert matter, each weighed, counted, or a trace. */
export function Parts({
  component,
  values,
  judged,
  fault,
  change,
  disabled,
  list,
  decimals,
  weighTo,
  onRefused,
  onFocus,
}: {
  component: Component;
  values: PurityValues;
  judged: readonly JudgedPart[];
  fault: (path: string) => string | undefined;
  change: (parts: PartLine[]) => void;
  disabled: boolean;
  /** Id of the proposals for a name. */
  list: string;
  /** Of a percentage. */
  decimals: number;
  /** Decimals of a gram; null until the sample is weighed in. */
  weighTo: number | null;
  onRefused: (reason: string | undefined) => void;
  onFocus: (part: string) => void;
}) {
  const sent = sentParts(values);
  const put = (line: PartLine, next: Partial<PartLine>) =>
    change(values.parts.map((one) => (one === line ? { ...one, ...next } : one)));
  return (
    <>
      {values.parts.map((line, at) => {
        if (line.component !== component) return null;
        const i = sent.indexOf(line);
        const wrong =
          i < 0
            ? undefined
            : ['', '.component', '.name', '.amount', '.amount.text', '.amount.seeds', '.amount.kind']
                .map((end) => fault(`parts.${i}${end}`))
                .find((one) => one !== undefined);
        const found = judged.find((one) => one.component === component && one.name === line.name.trim());
        return (
          <div className="row-entry part" key={at}>
            <Form.Control
              aria-label={`name of a part`}
              list={list}
              value={line.name}
              placeholder="name, or part of it"
              autoFocus={line.name === ''}
              disabled={disabled}
              isInvalid={wrong !== undefined}
              onChange={(event) => put(line, { name: event.target.value })}
            />
            <span className="with-unit">
              {line.unit === 'trace' ? (
                <span />
              ) : (
                <WeighInput
                  label={`how much of ${line.name || 'the part'}`}
                  value={line.figure}
                  disabled={disabled}
                  invalid={wrong !== undefined}
                  decimals={weighTo}
                  onFocus={() => onFocus(line.name || 'the part')}
                  onRefused={onRefused}
                  onChange={(figure, weighedOn) =>
                    put(line, /^t/i.test(figure) ? { figure: '', unit: 'trace' } : { figure, weighedOn })
                  }
                />
              )}
              <Form.Select
                aria-label={`unit of ${line.name || 'the part'}`}
                value={line.unit}
                disabled={disabled}
                onChange={(event) => put(line, { unit: event.target.value as PartLine['unit'] })}
              >
                <option>g</option>
                <option>seeds</option>
                <option>trace</option>
              </Form.Select>
            </span>
            <span className="pct">{found?.percent === null || !found ? '' : found.percent.toFixed(decimals)}</span>
            <span className="kind">
              {wrong && (
                <span className="why" role="alert">
                  {wrong}{' '}
                </span>
              )}
              {found?.reportAlone && 'reported with its percentage '}
              {!disabled && line.unit === 'seeds' && (
                <TakeCount
                  of={line.name || 'the part'}
                  onTake={(figure) => put(line, { figure, weighedOn: undefined })}
                />
              )}{' '}
              {!disabled && (
                <Inline onClick={() => change(values.parts.filter((one) => one !== line))}>
                  strike {line.name || 'this line'}
                </Inline>
              )}
            </span>
          </div>
        );
      })}
    </>
  );
}
