import { describe, expect, it } from 'vitest';
import { sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { BLANK_ROW } from '../../file/details/index';
import { conditionsOf } from './index';

const pet = (id: string, values: object) => ({ ...BLANK_ROW.pet, id, createdAt: '2026-03-02T08:00:00.000Z', ...values });

describe('papers of pets', () => {
  const file = sampleFile({
    product: shippedProduct('quay-cottages'),
    pack: shippedPlace('us'),
    pets: [pet('p1', { kind: 'dog', breed: 'Terrier' }), pet('p2', { kind: 'bird' }), pet('p3', { kind: 'dog', serviceAnimal: true }), pet('p4', {})],
  });
  it('are asked for by kind; of an assistance animal, which is no pet, only what shows the need', () => {
    const asked = conditionsOf(file).filter(({ key }) => /^(petHealth|assistanceAnimal):/.test(key));
    expect(asked.map(({ key, about, personId }) => [key, about, personId])).toEqual([
      ['petHealth:p1', 'Terrier', 'person-a'],
      ['assistanceAnimal:p3', 'Dog', 'person-a'],
    ]);
  });
});
