import { act } from '@testing-library/react';

/** A stream of the server that the test holds. */
export class FakeEvents {
  static readonly open: FakeEvents[] = [];
  onmessage: ((event: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;

  constructor(readonly url: string) {
    FakeEvents.open.push(this);
  }

  /** Tells whoever listens at an address that ends so. */
  static tell(state: object, at = ''): void {
    act(() => {
      for (const one of FakeEvents.open) if (one.url.includes(at)) one.onmessage?.({ data: JSON.stringify(state) });
    });
  }

  /** The line breaks. */
  static break(): void {
    act(() => {
      for (const one of FakeEvents.open) one.onerror?.();
    });
  }

  close(): void {
    FakeEvents.open.splice(FakeEvents.open.indexOf(this), 1);
  }
}
