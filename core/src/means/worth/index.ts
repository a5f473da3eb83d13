export { ASSET_KIND_LABEL, ASSET_KINDS, type AssetKind, assetWorth, downPaymentGap, isValueOld, partThatFits, reserveTerms, type WorthInput } from './worth';
