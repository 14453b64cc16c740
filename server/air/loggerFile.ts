import type { LineFault, ListReading } from '@mercato/contract/store/lists';
import {
  CLIMATE_COLUMNS,
  type ClimateColumn,
  type LoggedAir,
  proposeClimateColumns,
  type ReadClimate,
  readClimateLog,
} from '@mercato/core/store/list/readClimateLog';
import type { ReadList } from '@mercato/core/store/list/readList';
import type { Reader } from '../database/connect.ts';
import { laboratory } from '../register/tables.ts';
import type { OpenedFile } from '../store/openFile.ts';

export interface ClimateLog extends Pick<ReadClimate, 'asks'> {
  readonly faults: readonly LineFault[];
  readonly proposals: readonly (ClimateColumn | null)[];
  readonly mark: ReadList['mark'];
  readonly readings: readonly LoggedAir[];
}

export async function zoneOf(tx: Reader): Promise<string> {
  const [lab] = await tx.select({ zone: laboratory.zone }).from(laboratory);
  return lab?.zone ?? 'UTC';
}

/** Reads an opened file as what a logger saw. */
export async function readClimate(tx: Reader, file: OpenedFile, reading: ListReading, now: Date): Promise<ClimateLog> {
  const proposals = proposeClimateColumns(file.headings);
  if (file.headings.length === 0) return { asks: [], faults: file.faults, proposals, mark: 'none', readings: [] };
  const columns = file.headings.map((_, i): ClimateColumn | null => {
    const one = reading.columns[i] ?? null;
    return one !== null && one in CLIMATE_COLUMNS ? (one as ClimateColumn) : null;
  });
  const read = readClimateLog(
    file.rows,
    { ...reading, columns },
    await zoneOf(tx),
    now.getUTCFullYear(),
    now.getTime(),
  );
  return {
    asks: read.asks,
    faults: [...read.faults, ...file.faults].sort((a, b) => a.line - b.line),
    proposals,
    mark: 'none',
    readings: read.air,
  };
}
