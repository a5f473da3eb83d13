import { describe, expect, it } from 'vitest';
import { affordability } from '../../figures/affordability/index';
import { computePath } from '../../gates/path/index';
import { downPaymentGap, partThatFits } from './index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { type FileState } from '../../file/state/index';
import { anAsset, sampleFile, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));

describe('worth', () => {
  it('tracks the down payment to the last unit, whole or part of an asset, never more than is there', () => {
    const file = sampleFile({ assets: [anAsset({ value: units(3000), downPaymentPart: units(3000) }), anAsset({ id: 'b', value: units(9000) })] });
    expect(downPaymentGap(file)).toBe(units(2000));
    expect(partThatFits(file, file.assets[1] ?? anAsset())).toBe(units(2000));
    expect(partThatFits(file, file.assets[0] ?? anAsset())).toBe(units(3000));
    const keys = (assets: FileState['assets']) => computePath(sampleFile({ assets }), TODAY).entries.map(({ key }) => key);
    expect(keys([anAsset({ value: units(6000), downPaymentPart: units(4999.99) })])).toContain('balance:assets');
    expect(keys([anAsset({ value: units(4000), downPaymentPart: units(5000) })])).toContain('over:asset-a');
    expect(keys([anAsset({ kind: 'gift', value: units(5000), downPaymentPart: units(5000) })])).toContain('donor:asset-a');
    expect(keys([anAsset({ kind: 'gift', value: units(5000), downPaymentPart: units(5000), donor: 'Aunt' })])).not.toContain('donor:asset-a');
    expect(keys([anAsset({ value: units(5000), downPaymentPart: units(5000), valueOn: isoDate('2025-11-01') })])).toContain('old:asset-a');
  });
  it('reserves count liquid assets that are left, less what their kind loses', () => {
    const file = sampleFile({
      assets: [
        anAsset({ value: units(6000), downPaymentPart: units(5000) }),
        anAsset({ id: 'b', kind: 'securities', value: units(1000) }),
        anAsset({ id: 'c', kind: 'property', value: units(90_000) }),
      ],
    });
    const outgoings = 25_000 + 60_000 + 38_666;
    expect(affordability(file, TODAY).figures.find(({ measure }) => measure === 'reserves')?.value).toBe(Number((170_000 / outgoings).toFixed(2)));
  });
});
