import { describe, expect, it } from 'vitest';
import type { MachineView } from '@mercato/contract/cleaning/machines';
import { cameOff, ended, kg, picked } from '@mercato/core/testing/shedBook';
import { typedLine, typedWeight } from './acts/typedLine.ts';
import { noWeight, weighingBody } from './weights.tsx';

const scale = { id: 'scale 1', kind: 'scale', name: 'platform', stepG: 100 } as unknown as MachineView;

describe('a line that is corrected', () => {
  it.each([
    kg('12.50', { moisturePercent: 13.5, scale: { name: 'platform', stepG: 100 } }),
    { amount: { by: 'litres', text: '40' }, moisturePercent: null, scale: null } as const,
    { amount: { by: 'bushels', text: '7' }, moisturePercent: null, scale: null } as const,
    null,
  ])('has its weight as it was typed: %j', (weighed) => {
    const typed = typedWeight(weighed, 'kg', [scale]);
    const moisturePercent = weighed?.moisturePercent == null ? '' : String(weighed.moisturePercent);
    expect(weighingBody(typed, [scale])).toEqual(weighed && { ...weighed, moisturePercent });
  });

  it('keeps the vessel that it made, so that what rests on it holds', () => {
    const blank = { into: { vessel: '', name: '', kind: 'bin' }, kept: 'yes', weight: noWeight('g'), outlet: 'small' };
    expect(typedLine(blank, cameOff('a', 'clean', 'bin 1', kg('2')), [])).toEqual({
      into: { vessel: '', name: 'bin 1', kind: 'bin', id: 'bin 1' },
      kept: 'yes',
      weight: { text: '2', unit: 'kg', moisture: '', scale: '' },
      outlet: 'clean',
    });
    expect(typedLine(blank, cameOff('a', 'dust', { vessel: 'tin' }, null), []).into).toMatchObject({ vessel: 'tin' });
    expect(typedLine(blank, cameOff('a', 'dust', null, null), [])).toMatchObject({ kept: 'no', into: { vessel: '' } });
  });

  it('has figures as text, nothing as an empty line, yes and no as they are chosen, signs as they were ticked', () => {
    expect(typedLine({ minutes: '1', people: '1', good: '', note: 'x', more: 'kept' }, ended('a', false), [])).toEqual({
      minutes: '',
      people: '',
      good: 'no',
      note: '',
      more: 'kept',
    });
    const line = { ...picked('heap', null), plants: 12, unripe: ['green-head'] as const, keptUnripe: true };
    expect(typedLine({ plants: '', unripe: [], keptUnripe: false }, line, [])).toEqual({
      plants: '12',
      unripe: ['green-head'],
      keptUnripe: true,
    });
  });
});
