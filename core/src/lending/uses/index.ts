export { SOURCE_KIND_LABEL, SOURCE_KINDS, type SourceKind, usesAndSources, type UsesAndSources, type UsesInput } from './uses';
