import { type ReactNode } from 'react';

/** One column of a list: what stands in it, and by what it is sorted, searched and given out. */
export interface Column<T> {
  readonly id: string;
  readonly head: string;
  readonly value: (row: T) => string | number | null;
  /** What is seen, where that is more than the value. */
  readonly cell?: (row: T) => ReactNode;
  /** Figures stand at the right, in the voice of figures. */
  readonly figure?: boolean;
  readonly className?: string;
  /** Always shown. */
  readonly fixed?: boolean;
  readonly sortable?: boolean;
  /** Its head is said aloud, and not seen. */
  readonly silent?: boolean;
}
