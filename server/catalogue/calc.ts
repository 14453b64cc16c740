/** The calculation command: `npm run -s calc -- <id>` with JSON on standard input, or `--list`. */
import { calculate } from '@mercato/contract/catalogue/calculation';
import { CATALOGUE, findCalculation } from '@mercato/contract/catalogue/registry';
import { calculatingBooks } from './shippedBooks.ts';

function fail(line: string): never {
  process.stderr.write(`${line}\n`);
  process.exit(2);
}

async function readStandardInput(): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
}

const [id] = process.argv.slice(2);
if (id === undefined) fail('usage: npm run -s calc -- <id> | --list   (JSON on standard input)');
if (id === '--list') {
  for (const one of CATALOGUE) process.stdout.write(`${one.id}\t${one.description}\n`);
} else {
  const calculation = findCalculation(id);
  if (!calculation) fail(`calc: there is no calculation "${id}"; --list names them all`);
  let input: unknown;
  try {
    input = JSON.parse(await readStandardInput());
  } catch (error) {
    fail(
      `calc: standard input is not JSON (${error instanceof Error ? error.message.replaceAll('\n', ' ') : 'unreadable'})`,
    );
  }
  const books = calculatingBooks();
  const answer = Array.isArray(input)
    ? input.map((one: unknown) => calculate(calculation, one, books))
    : calculate(calculation, input, books);
  process.stdout.write(`${JSON.stringify(answer)}\n`);
}
