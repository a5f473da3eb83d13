import { readFile } from 'node:fs/promises';
import Papa from 'papaparse';

/** The records of a table, and the lines of it that can't be read; the head is line 1. */
export interface ReadTable {
  head: string[];
  records: Record<string, string>[];
  faults: string[];
}

/** Reads a table of comma-separated values (RFC 4180) with a head. */
export async function readTable(path: string): Promise<ReadTable> {
  const { data, meta, errors } = Papa.parse<Record<string, string>>(await readFile(path, 'utf8'), { header: true, skipEmptyLines: true });
  return { head: meta.fields ?? [], records: data, faults: errors.map(({ row, message }) => `line ${(row ?? 0) + 2}: ${message}`) };
}
