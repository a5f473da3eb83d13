import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { computePath } from './index';
import { type FileState } from '../../file/state/index';
import { type ProductDefinition } from '../../file/product/index';
import { consent, product, sampleFile, TODAY } from '../../../test/sample';

const at = '2026-03-02T08:00:00.000Z';
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('consents', () => {
  const keys = (file: FileState) => computePath(file, TODAY).now.map(({ key }) => key);
  it('one that was withdrawn stands on the Path again, whatever was settled since', () => {
    expect(keys(sampleFile())).not.toContain('consent:lookUp:person-a');
    const withdrawn = { ...consent('person-a', 'lookUp'), withdrawnAt: at, withdrawnBy: 'Wren' };
    expect(
      computePath(sampleFile({ stage: 'gathering', consents: [withdrawn] }), TODAY).now.find(({ key }) => key === 'consent:lookUp:person-a'),
    ).toMatchObject({
      gate: 'details',
      what: expect.stringContaining('was withdrawn') as string,
    });
    expect(keys(sampleFile({ consents: [withdrawn, { ...consent('person-a', 'lookUp'), id: 'again' }] }))).not.toContain('consent:lookUp:person-a');
  });
  it('a free one is never asked for', () => {
    const [lookUp] = product.consents;
    const file = sampleFile({ product: withProduct({ consents: [...(lookUp ? [lookUp, { ...lookUp, kind: 'marketing', before: null }] : [])] }) });
    expect(keys(file).filter((key) => key.includes('marketing'))).toEqual([]);
  });
});
