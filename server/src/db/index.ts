export { connect, type DatabaseAddress } from './connect';
export { migrate, pendingMigrations } from './migrate';
export { execute, select, Table, without, type ColumnKind } from './table';
export { inTransaction, type Tx } from './transaction';
export { Op, UniqueConstraintError, type Sequelize } from 'sequelize';
