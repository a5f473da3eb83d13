import { describe, expect, it } from 'vitest';
import { affordability } from '../affordability/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { repaymentFactors } from './index';
import { type FileState } from '../../file/state/index';
import { aHome, sampleFile, TODAY } from '../../../test/sample';

describe('the eight factors of 12 CFR 1026.43(c)(2)', () => {
  it('are each considered from something, or say what is missing; credit history never without a report', () => {
    const considered = (file: FileState) =>
      repaymentFactors(file, affordability(file, TODAY))
        .filter((factor) => factor.considered)
        .map(({ number }) => number);
    expect(considered(sampleFile())).toEqual(['i', 'iii', 'vi', 'vii']);
    const full = sampleFile({
      works: [
        {
          id: 'w',
          createdAt: '',
          personId: 'person-a',
          kind: 'employed',
          employer: 'Ferries',
          position: null,
          phone: null,
          since: isoDate('2020-01-01'),
          until: null,
        },
      ],
      homes: [aHome({ tenure: 'owned', monthlyCost: minor(0) })],
      answers: [{ id: 'q', createdAt: '', personId: 'person-a', question: 'loansAlongside', value: 'no', explanation: null }],
    });
    expect(considered(full)).toEqual(['i', 'ii', 'iii', 'iv', 'v', 'vi', 'vii']);
    expect(repaymentFactors(full, affordability(full, TODAY)).map(({ number }) => number)).toEqual(['i', 'ii', 'iii', 'iv', 'v', 'vi', 'vii', 'viii']);
  });
});
