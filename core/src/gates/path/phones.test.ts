import { describe, expect, it } from 'vitest';
import { person, sampleFile, TODAY } from '../../../test/sample';
import { computePath } from './index';

const entries = (phones: (string | null)[], said: string | null = null): string[] => {
  const file = sampleFile();
  const [first] = file.people;
  const people = phones.map((phone, at) =>
    at === 0 && first ? { ...first, phone } : person({ id: `p${at}`, role: at === 1 ? 'coApplicant' : 'dependant', fullName: `P ${at}`, phone }),
  );
  const explanations = said === null ? [] : [{ id: 'e', createdAt: file.openedAt, subject: said, text: 'One phone for the boat' }];
  return computePath({ ...file, people, explanations }, TODAY)
    .entries.map(({ key }) => key)
    .filter((key) => key.startsWith('samePhone:'));
};

describe('two who sign with one phone', () => {
  it('are asked about, however it is written, until somebody says why', () => {
    expect(entries(['(212) 555-0191', '212 555 0191'])).toEqual(['samePhone:+12125550191']);
    expect(entries(['(212) 555-0191', '212 555 0191'], 'samePhone:+12125550191')).toEqual([]);
    // Said of another phone it is said of nothing.
    expect(entries(['(212) 555-0191', '212 555 0191'], 'samePhone:+12125550192')).toEqual(['samePhone:+12125550191']);
  });
  it('aren’t asked when they have one each, none, or the other doesn’t sign', () => {
    expect(entries(['(212) 555-0191', '(212) 555-0192'])).toEqual([]);
    expect(entries([null, null])).toEqual([]);
    expect(entries(['(212) 555-0191', null, '(212) 555-0191'])).toEqual([]);
  });
});
