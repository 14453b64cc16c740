/** The application in a process of its own, so that the one who asks costs it nothing. Tells its port to its parent. */
import type { AddressInfo } from 'node:net';
import { makeApp } from '@mercato/server/app';
import { connect } from '@mercato/server/database/connect';
import { Feed } from '@mercato/server/live/feed';
import { NOW } from './now.ts';

const connection = connect(process.env.DATABASE_URL ?? '');
const { app } = await makeApp({
  connection,
  feed: new Feed(connection.url),
  clock: () => NOW,
  log: (error) => console.error(error),
});
const server = app.listen(0, '127.0.0.1', () => {
  process.send?.((server.address() as AddressInfo).port);
});
process.on('disconnect', () => process.exit());
