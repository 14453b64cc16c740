import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { FieldFault } from '@mercato/contract/http/problem';
import type { QuickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { calculated } from '../catalogue/calculated.ts';
import { celsiusTyped, wholeNumber } from '../ui/typedBody.ts';

/** What is typed of a small test; what stays empty is not considered. */
export interface TypedTest {
  readonly seeds: string;
  readonly sprouted: string;
  readonly day: string;
  readonly degrees: string;
  readonly packet?: string;
  readonly standard?: string;
}

const unlessEmpty = <K extends string, T>(key: K, typed: string | undefined, read: (typed: string) => T) =>
  (typed?.trim() ? { [key]: read(typed) } : {}) as Partial<Record<K, T>>;

/** A small test as the calculation takes it: what cannot be read goes on as typed, to be refused. */
export const questionOf = (typed: TypedTest, method: SmallTestMethod | undefined) => ({
  seeds: wholeNumber(typed.seeds),
  sprouted: wholeNumber(typed.sprouted),
  ...unlessEmpty('packetSeeds', typed.packet, wholeNumber),
  ...unlessEmpty('standardPercent', typed.standard, wholeNumber),
  ...unlessEmpty('day', typed.day, wholeNumber),
  ...unlessEmpty('stoodC', typed.degrees, celsiusTyped),
  ...(method?.lastDay ? { lastDay: method.lastDay } : {}),
  ...(method?.temperatureC ? { suitsFromC: method.temperatureC[0], suitsToC: method.temperatureC[1] } : {}),
});

/** The answer to a small test, or what is wrong with the question; nothing while it is not asked. */
export function useAnswer(
  question: ReturnType<typeof questionOf>,
  asked = true,
): { readonly answer: QuickAnswer | undefined; readonly fault: FieldFault | undefined } {
  const { data } = useQuery({
    queryKey: ['quick', question],
    queryFn: () => calculated('quick-tests.answer', question),
    enabled: asked,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  if (!asked || !data) return { answer: undefined, fault: undefined };
  return data.ok ? { answer: data.out as QuickAnswer, fault: undefined } : { answer: undefined, fault: data.error };
}
