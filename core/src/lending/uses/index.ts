export { usesAndSources, type UsesAndSources, type UsesInput } from './uses';
export { SOURCE, SOURCE_KIND_LABEL, USE, type FundSource, type FundUse, type SourceKind } from './fields';
