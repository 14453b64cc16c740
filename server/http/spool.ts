import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { RequestHandler } from 'express';
import { fault } from './fault.ts';

/** A file that came in as the body of a request: on disk, never whole in memory; it goes when the request is over. */
export class SpooledFile {
  constructor(
    readonly path: string,
    readonly bytes: number,
    readonly sha256: string,
  ) {}
}

/** Takes the body of a request as a file, up to so many bytes; bodies of other kinds go on to the next door. */
export function spool(type: RegExp, mostBytes: number): RequestHandler {
  return async (request, response, next) => {
    if (request.method !== 'POST' || !type.test(request.get('content-type') ?? '')) {
      next();
      return;
    }
    if ((request.get('content-encoding') ?? 'identity') !== 'identity')
      throw fault('wrong-content-type', 'http.send-file-not-packed');
    const path = join(tmpdir(), `mercato-${randomUUID()}.csv`);
    response.on('close', () => void rm(path, { force: true }));
    const hash = createHash('sha256');
    let bytes = 0;
    const count = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        bytes += chunk.length;
        if (bytes > mostBytes) {
          done(fault('too-large', { is: 'http.file-larger-than-mb', Math: Math.round(mostBytes / 1e6) }));
          return;
        }
        hash.update(chunk);
        done(null, chunk);
      },
    });
    await pipeline(request, count, createWriteStream(path, { mode: 0o600 }));
    request.body = new SpooledFile(path, bytes, hash.digest('hex'));
    next();
  };
}
