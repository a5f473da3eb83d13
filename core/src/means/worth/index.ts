export { assetWorth, downPaymentGap, isValueOld, partThatFits, reserveTerms, type WorthInput } from './worth';
export { ASSET, ASSET_KIND_LABEL, type Asset, type AssetKind } from './fields';
