import type { FilePerson, Relation } from '../../people/people/index';
import { describe, expect, it } from 'vitest';
import { computePath } from './index';
import { type FileState } from '../../file/state/index';
import { type ProductDefinition } from '../../file/product/index';
import { person, product, sampleFile, TODAY } from '../../../test/sample';

const at = '2026-03-02T08:00:00.000Z';
const someone = (id: string, values: Partial<FilePerson> = {}): FilePerson =>
  person({ id, role: 'dependant', fullName: id, birthDate: null, idNumber: null, phone: null, ...values });
const relation = (personId: string, kind: Relation['kind'], toId: string, id = `${personId}-${toId}`): Relation => ({
  id,
  createdAt: at,
  personId,
  toId,
  kind,
});
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('needs that hang on other answers', () => {
  const need = (is: string[]) => ({
    entity: 'person' as const,
    field: 'otherParent',
    label: 'Other parent',
    before: 'details' as const,
    why: 'asked',
    when: { field: 'familyStatus', is },
  });
  const open = (values: Partial<FilePerson>, is: string[]) =>
    computePath(sampleFile({ people: [person(values)], product: withProduct({ needs: [need(is)] }) }), TODAY).now.some(({ key }) =>
      key.endsWith('otherParent'),
    );
  it('are asked only where the other field says so', () => {
    expect(open({ familyStatus: 'singleParent' }, ['singleParent'])).toBe(true);
    expect(open({ familyStatus: 'singleParent', otherParent: 'Jory' }, ['singleParent'])).toBe(false);
    expect(open({ familyStatus: 'single' }, ['singleParent'])).toBe(false);
    expect(open({ familyStatus: null }, ['empty'])).toBe(true);
    expect(open({ familyStatus: 'single' }, ['filled'])).toBe(true);
    expect(open({ familyStatus: null }, ['filled'])).toBe(false);
  });
  it('what somebody is to the applicant is read from their relations', () => {
    const file = (relations: Relation[]) =>
      sampleFile({
        people: [person(), someone('b', { role: 'coApplicant' })],
        relations,
        product: withProduct({ needs: [{ entity: 'person', field: 'relationship', label: 'Relation', before: 'details', why: 'asked' }] }),
      });
    const keys = (of: FileState) => computePath(of, TODAY).now.map(({ key }) => key);
    expect(keys(file([]))).toContain('need:person:b:relationship');
    expect(keys(file([relation('person-a', 'spouse', 'b')]))).not.toContain('need:person:b:relationship');
  });
  it('what details lack is the applicant’s to give while they go on at the front door', () => {
    const need = { entity: 'request' as const, field: 'purpose', label: 'Purpose', before: 'details' as const, why: 'asked' };
    const file = sampleFile({ withApplicant: true, request: { ...sampleFile().request, purpose: null }, product: withProduct({ needs: [need] }) });
    const [entry] = computePath(file, TODAY).now.filter(({ holder }) => holder === 'applicant');
    expect(entry).toMatchObject({ what: 'Purpose', holderName: 'Ida Holm' });
    expect(computePath({ ...file, withApplicant: false }, TODAY).now.every(({ holder }) => holder !== 'applicant')).toBe(true);
  });
});
