import type { Entity } from '@cavren/core';
import type { ColumnKind } from '../db/index';

/** How a kind of row is kept: its table, and what each field holds. A secret is kept encrypted with a hash and its tail. */
export interface EntityDefinition {
  entity: Entity;
  table: string;
  /** The name of its rows in a file's state. */
  part: string;
  fields: Record<string, ColumnKind | 'secret'>;
  /** Fields that are there from the start and can't be empty. */
  defaults?: Record<string, unknown>;
}
