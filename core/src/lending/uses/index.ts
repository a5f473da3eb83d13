export { usesAndSources, type UsesAndSources, type UsesInput } from './uses';
export { SOURCE, SOURCE_KIND_LABEL, USE } from './fields';
