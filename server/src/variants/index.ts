import type { EntityDefinition } from '../details/index';

export const variantEntity: EntityDefinition = { entity: 'variant', table: 'variant', part: 'variants', fields: { label: 'text', changes: 'text' } };
