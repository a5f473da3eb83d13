import { say } from '../../basis/words/index';
import { ASSET_KIND_LABEL, type AssetKind } from './fields';
import type { Asset } from './fields';
import type { Term } from '../../basis/arithmetic/index';
import { countedShareOf } from '../../people/roles/index';
import { ownersOf } from '../commitments/index';
import { daysBetween, type IsoDate } from '../../basis/dates/index';
import type { FileState } from '../../file/state/index';
import { minor, scaled, type Minor } from '../../basis/money/index';

export type WorthInput = Pick<FileState, 'product' | 'people' | 'assets'>;

/** What an asset counts for after the share that its kind loses, and by whose it is; rounded half away from zero; null while its value is missing. */
export function assetWorth(file: WorthInput, asset: Asset): Minor | null {
  return asset.value === null ? null : scaled(asset.value, worthShare(file, asset));
}

/** The share of an asset's value that counts: what its kind doesn't lose, of what counts of whose it is. */
const worthShare = (file: WorthInput, asset: Asset): number =>
  Number(((1 - (file.product.worth.haircut[asset.kind ?? ''] ?? 0)) * countedShareOf(file, ownersOf(file, asset), 'worth')).toFixed(6));

/** Whether a value was stated so long ago that it is asked again. */
export function isValueOld(product: WorthInput['product'], asset: Pick<Asset, 'valueOn'>, today: IsoDate): boolean {
  return asset.valueOn !== null && daysBetween(asset.valueOn, today) > product.worth.valueAge;
}

/** What stays of assets of those whose worth counts that are soon turned into money, after what goes into the down payment. */
export function reserveTerms(file: WorthInput): Term[] {
  return file.assets
    .filter((asset) => asset.value !== null && file.product.worth.liquid.includes(asset.kind ?? '') && countedShareOf(file, ownersOf(file, asset), 'worth') > 0)
    .map<Term>((asset) => {
      const left = Math.max(0, (asset.value ?? 0) - (asset.downPaymentPart ?? 0));
      const share = worthShare(file, asset);
      const used = asset.downPaymentPart ?? 0;
      const placeOf = (field: 'value' | 'downPaymentPart') => ({ chapter: 'worth' as const, anchor: `${asset.id}.${field}` });
      return {
        label: asset.description ?? ASSET_KIND_LABEL[asset.kind as AssetKind],
        sign: '+',
        value: scaled(left, share),
        unit: 'money',
        place: { chapter: 'worth', anchor: `${asset.id}.value` },
        terms: [
          {
            label: say('worth.leftAfterDownPayment'),
            sign: '+',
            value: left,
            unit: 'money',
            ...(used > 0 && used <= (asset.value ?? 0)
              ? {
                  terms: [
                    { label: say('worth.value'), sign: '+' as const, value: asset.value ?? 0, unit: 'money' as const, place: placeOf('value') },
                    { label: say('worth.goesIntoDownPayment'), sign: '−' as const, value: used, unit: 'money' as const, place: placeOf('downPaymentPart') },
                  ],
                }
              : { place: placeOf('value') }),
          },
          { label: say('worth.shareItsValueCounts'), sign: '×', value: Number(share.toFixed(6)), unit: 'ratio' },
        ],
      };
    });
}

/** What sources still lack, or have too much of, against the down payment; zero when every unit has its source. */
export function downPaymentGap(file: Pick<FileState, 'assets' | 'request'>): Minor {
  const sourced = file.assets.reduce((so, { downPaymentPart }) => so + (downPaymentPart ?? 0), 0);
  return minor((file.request.downPayment ?? 0) - sourced);
}

/** The part of an asset that may still go into the down payment: what the sources lack, no more than is there. */
export function partThatFits(file: Pick<FileState, 'assets' | 'request'>, asset: Asset): Minor {
  const lacking = downPaymentGap(file) + (asset.downPaymentPart ?? 0);
  return minor(Math.max(0, Math.min(asset.value ?? 0, lacking)));
}
