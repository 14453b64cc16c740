import { useNavigate } from 'react-router';
import type { GerminationView } from '@mercato/contract/germination/germination';
import { classWord } from '@mercato/core/rule-books/methodWords';
import { CLASSES } from '@mercato/core/units/seedCounts';
import { PARTS, partsOf } from '@mercato/core/units/seedParts';
import { useKeys } from '../ui/keys.tsx';
import { CLASS_KEYS } from './CountParts.tsx';
import { countAt } from './countDays.ts';
import { PART_KEYS, PART_NAMES } from './counting.ts';
import type { Count } from './useCounting.ts';
import { useNextDue } from './useNextDue.ts';

/** What the keys of the count station do. */
export function useCountKeys(view: GerminationView, count: Count, may: boolean): void {
  const navigate = useNavigate();
  const nextDue = useNextDue(view.lot.id);
  const { state, act, dish, final, days, mayCount } = count;
  useKeys([
    ...CLASSES.map((one) => ({
      key: CLASS_KEYS[one],
      says: `call a seed ${classWord(view.lot.book, one)}`,
      act: () => count.call(one),
    })),
    ...view.divided.flatMap(partsOf).map((part) => ({
      key: PART_KEYS[part],
      says: `call a seed ${PARTS[part]}, ${PART_NAMES[part]}`,
      act: () => count.callKind(part),
    })),
    { key: 'Backspace', shown: '⌫', says: 'undo the last key', act: count.takeBack },
    { key: 'ArrowLeft', shown: '←', says: 'dish before', act: () => count.step(-1) },
    { key: 'ArrowRight', shown: '→', says: 'dish after', act: () => count.step(1) },
    { key: 't', says: 'ten at once: T, then a class', act: () => act({ do: 'mode', mode: 'ten' }) },
    { key: 'r', says: 'the rest by difference: R, then a class', act: () => act({ do: 'mode', mode: 'rest' }) },
    {
      key: 'f',
      says: 'type the figures, or correct a closed dish',
      act: () => {
        if (mayCount || (may && dish && countAt(dish, state.day)?.closed)) act({ do: 'typing', on: true });
      },
    },
    {
      key: 'e',
      says: 'this count ends the test, or does not',
      act: () => {
        if (mayCount) act({ do: 'ends', ends: !final });
      },
    },
    { key: 'c', says: final ? 'close the dish' : 'close this count of the dish', act: () => void count.close() },
    {
      key: 'd',
      says: 'the other count day',
      act: () => count.turnTo(days[(days.indexOf(state.day) + 1) % days.length] ?? state.day),
    },
    {
      key: 'p',
      says: 'this dish: photographs, second hand, spoiled',
      act: () => void navigate(`/lots/${view.lot.id}/germination/dishes/${dish?.id ?? ''}`),
    },
    ...(nextDue ? [{ key: 'n', says: 'on to the next dishes that are due', act: nextDue }] : []),
    { key: 'g', says: 'back to the tests', act: () => void navigate(`/lots/${view.lot.id}/germination`) },
  ]);
}
