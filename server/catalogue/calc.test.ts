import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const calc = (id: string[], input: string) => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--import', 'tsx', join(import.meta.dirname, 'calc.ts'), ...id],
    { input, encoding: 'utf8' },
  );
  return { status, stdout, stderr };
};

describe('the calculation command', () => {
  it('answers one input with one envelope and an array with an array', () => {
    const good = { containers: 84, containerMassKg: 50, book: 'ista' };
    // Source: ISTA, minimum sampling intensity: 60 containers and more, 30 primary samples (from memory).
    const one = calc(['sampling.primary-samples'], JSON.stringify(good));
    expect(one.status).toBe(0);
    expect(JSON.parse(one.stdout)).toMatchObject({ ok: true, out: { primarySamples: 30 } });
    const many = calc(['sampling.primary-samples'], JSON.stringify([good, { ...good, containers: 0 }]));
    expect(many.status).toBe(0);
    expect(JSON.parse(many.stdout)).toMatchObject([{ ok: true }, { ok: false, error: { path: 'containers' } }]);
  });

  it('ends with 2 and one line when the input is no JSON or nothing has this name', () => {
    for (const { status, stdout, stderr } of [
      calc(['release.pure-live-seed'], '{'),
      calc(['no.such'], '{}'),
      calc([], '{}'),
    ]) {
      expect(status).toBe(2);
      expect(stdout).toBe('');
      expect(stderr.trimEnd().split('\n')).toHaveLength(1);
    }
  });

  it('lists every id with what it does', () => {
    const lines = calc(['--list'], '').stdout.trimEnd().split('\n');
    expect(lines.length).toBeGreaterThan(10);
    for (const line of lines) expect(line).toMatch(/^[a-z-]+\.[a-z0-9-]+\t\S.*$/);
  });
});
