import type { TestFrame } from '@mercato/contract/register/lots';
import { Inline } from '../ui/Buttons.tsx';

interface TestTabsProps<T extends TestFrame> {
  tests: readonly T[];
  at: T;
  name: (test: T) => string;
  /** By the code of the sample that was tested. */
  open: (code: string) => void;
}

/** The tests of a step side by side; nothing where there is one alone. */
export function TestTabs<T extends TestFrame>({ tests, at, name, open }: TestTabsProps<T>) {
  if (tests.length < 2) return null;
  return (
    <p className="soft mt-1 mb-0 mx-0">
      {tests.map((one) => (
        <Inline key={one.id} aria-pressed={one === at} onClick={() => open(one.vesselCode)}>
          {one === at ? <b>{name(one)}</b> : name(one)}
          {one.decision?.decision === 'set-aside' ? ' (set aside)' : ''}
        </Inline>
      ))}
    </p>
  );
}
