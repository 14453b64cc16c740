import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { serialBalance, type SerialPort } from './sources.ts';

/** A serial port whose other end the test holds. */
class FakePort implements SerialPort {
  readable: ReadableStream<Uint8Array> | null = null;
  opened: number[] = [];
  private end: ReadableStreamDefaultController<Uint8Array> | null = null;
  open({ baudRate }: { baudRate: number }): Promise<void> {
    this.opened.push(baudRate);
    this.readable = new ReadableStream({
      start: (controller) => {
        this.end = controller;
      },
    });
    return Promise.resolve();
  }
  close(): Promise<void> {
    this.readable = null;
    return Promise.resolve();
  }
  send(text: string): void {
    this.end?.enqueue(new TextEncoder().encode(text));
  }
  pull(): void {
    this.end?.error(new Error('the plug was pulled'));
  }
}

const BALANCE = { pattern: '{value} {unit}', overload: 'OL', baudRate: 2400 };
const settle = async () => {
  for (let i = 0; i < 20; i += 1) await Promise.resolve();
};
beforeEach(() => {
  vi.useFakeTimers({ now: 0 });
});
afterEach(() => {
  vi.useRealTimers();
});

test('a balance on a serial port is read through the same reader, line by line, and opened again when its plug is pulled', async () => {
  const port = new FakePort();
  const source = serialBalance(port, BALANCE, () => undefined);
  await settle();
  expect(port.opened).toEqual([2400]);
  expect(source.reached()).toBe(true);
  // Lines come in pieces, and some are noise.
  for (const piece of ['0.0', '18 g\r\n', '%%%\n', '0.018 g\n']) {
    port.send(piece);
    await settle();
  }
  expect(source.state()).toMatchObject({ state: 'moving', text: '0.018' });
  for (let i = 0; i < 11; i += 1) {
    vi.advanceTimersByTime(100);
    port.send('0.018 g\n');
    await settle();
  }
  expect(source.state()).toMatchObject({ state: 'steady', text: '0.018' });
  port.send('OL\n');
  await settle();
  expect(source.state().state).toBe('overload');
  vi.advanceTimersByTime(2500);
  expect(source.state().state).toBe('silent');

  port.pull();
  await settle();
  expect(source.reached()).toBe(false);
  expect(source.state().text).toBeNull();
  vi.advanceTimersByTime(1000);
  await settle();
  expect(port.opened).toEqual([2400, 2400]);
  port.send('1.5 g\n');
  await settle();
  expect(source.state().text).toBe('1.5');
  source.stop();
});
