import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect, spoken } from '../../../test/spoken';
import { barToMove, computePath, dueOn, pathFigures, type PathEntry } from './index';
import { isLocked, type Check, type Exception, type FileState, type Paper } from '../../file/state/index';
import { evidenceDifferences, evidenceExplained } from '../../means/income/index';
import { minor } from '../../basis/money/index';
import { TODAY, aDebt, allPapers, checked, exception, paper, person, product, sampleFile, shippedProduct } from '../../../test/sample';

const keys = (entries: readonly PathEntry[]): string[] => entries.map(({ key }) => key);
const AT = '2026-03-02T09:00:00.000Z';

describe('Path', () => {
  it('is clear for the next gate when what that gate needs is there', () => {
    const path = computePath(sampleFile(), TODAY);
    expect(path.now).toEqual([]);
    expect(path.next).toBe('checking');
    expect(path.later.length).toBeGreaterThan(0);
    expect(barToMove(sampleFile(), path)).toBeNull();
  });

  it('names each missing field once, with the rule, the holder and the place', () => {
    const file = sampleFile({
      request: { ...sampleFile().request, amount: null, price: null, downPayment: null, payoutRouting: null },
      people: [person({ birthDate: null })],
    });
    const path = computePath(file, TODAY);
    expect(path.now.find(({ key }) => key === 'need:request::amount')).toMatchObject({
      what: 'Amount',
      holder: 'officer',
      place: { chapter: 'request', anchor: 'amount' },
    });
    expect(path.now.find(({ key }) => key === 'need:person:person-a:birthDate')?.what).toBe('Birth date of Ida Holm');
    expect(keys(path.now)).not.toContain('need:request::payoutRouting');
    expect(keys(path.later)).toContain('need:request::payoutRouting');
    expect(barToMove(file, path)?.message).toMatch(/things stand before Checking/);
  });

  it('holds the request to the product’s bounds and to the cent', () => {
    const { request } = sampleFile();
    expect(keys(computePath(sampleFile({ request: { ...request, termMonths: 121 } }), TODAY).now)).toContain('bound:termMonths');
    expect(keys(computePath(sampleFile({ request: { ...request, amount: minor(2_000_001) } }), TODAY).now)).toContain('balance:request');
    expect(keys(computePath(sampleFile({ request: { ...request, firstPaymentOn: TODAY } }), TODAY).now)).toContain('bound:firstPaymentOn');
    expect(keys(computePath(sampleFile({ assets: [] }), TODAY).now)).toContain('balance:assets');
  });

  it('asks for age, an income and the consent', () => {
    expect(keys(computePath(sampleFile({ people: [person({ birthDate: '2008-03-03' as FileState['receivedOn'] })] }), TODAY).now)).toContain(
      'bound:age:person-a',
    );
    expect(keys(computePath(sampleFile({ people: [person({ birthDate: '2008-03-02' as FileState['receivedOn'] })] }), TODAY).now)).not.toContain(
      'bound:age:person-a',
    );
    expect(keys(computePath(sampleFile({ incomes: [] }), TODAY).now)).toContain('rows:income::person-a');
    expect(keys(computePath(sampleFile({ consents: [] }), TODAY).now)).toContain('consent:lookUp:person-a');
  });

  it('waits for the service, then for who must settle what it found', () => {
    const at = (checks: Check[]) => computePath(sampleFile({ stage: 'checking', checks }), TODAY).now;
    expect(at([]).map(({ holder }) => holder)).toEqual(['officer', 'officer']);
    expect(at([{ ...checked(), state: 'waiting', answeredAt: null }, checked([], 'watchlist')]).map(({ holder }) => holder)).toEqual(['service']);
    expect(at([checked([{ agrees: false }]), checked([], 'watchlist')])).toMatchObject([{ holder: 'officer', key: 'finding:finding-0' }]);
    expect(at([checked([{ agrees: true }]), checked([{ kind: 'candidate', label: 'Corvin Thale' }], 'watchlist')])).toMatchObject([{ holder: 'compliance' }]);
    expect(at([checked([{ resolution: 'confirmed' }]), checked([{ kind: 'candidate', resolution: 'differentPerson' }], 'watchlist')])).toEqual([]);
    expect(at([checked(), checked([{ kind: 'candidate', resolution: 'samePerson' }], 'watchlist')])).toHaveLength(1);
  });

  it('a check of a name that was corrected since counts no more', () => {
    const file = sampleFile({ stage: 'checking', checks: [checked(), checked([], 'watchlist')], people: [person({ fullName: 'Ida Holme' })] });
    expect(computePath(file, TODAY).now.map(({ key }) => key)).toEqual(['check:identity:person-a', 'check:watchlist:person-a']);
  });

  it('conditions: outstanding with the applicant, received with the officer, satisfied gone; a paper taken away opens it again', () => {
    const at = (papers: Paper[]) => computePath(sampleFile({ stage: 'gathering', checks: [checked(), checked([], 'watchlist')], papers }), TODAY).now;
    expect(at([]).map(({ holder }) => holder)).toEqual(['applicant', 'applicant', 'applicant']);
    expect(at(allPapers)).toEqual([]);
    expect(at([paper('identity:person-a', 'received'), ...allPapers.slice(1)])).toMatchObject([{ holder: 'officer' }]);
    expect(at([paper('identity:person-a', 'removed'), ...allPapers.slice(1)])).toMatchObject([{ key: 'condition:identity:person-a', holder: 'applicant' }]);
    expect(at([paper('identity:person-a', 'sentBack'), ...allPapers.slice(1)])).toMatchObject([{ holder: 'applicant' }]);
  });

  it('a paper that shows another amount than stated is a question until the stated one is corrected', () => {
    const at = (amount: number) =>
      keys(
        computePath(
          sampleFile({
            stage: 'gathering',
            checks: [checked(), checked([], 'watchlist')],
            papers: [...allPapers.slice(0, 1), paper('income:income-a', 'accepted', amount), ...allPapers.slice(2)],
          }),
          TODAY,
        ).now,
      );
    expect(at(190_000)).toEqual(['evidence:income-a']);
    expect(at(200_000)).toEqual([]);
  });

  it('such a difference is kept with a word for as long as both figures stay, and who decides reads what it was about', () => {
    const file = sampleFile({
      stage: 'gathering',
      checks: [checked(), checked([], 'watchlist')],
      papers: [...allPapers.slice(0, 1), paper('income:income-a', 'accepted', 190_000), ...allPapers.slice(2)],
    });
    const [difference] = evidenceDifferences(file, TODAY);
    expect(difference).toMatchObject({ stated: 200_000, evidenced: 190_000, subject: 'evidence:income-a:200000/190000' });
    const said = { id: 'said', createdAt: '', subject: difference?.subject ?? '', text: 'An unpaid week' };
    const kept = { ...file, explanations: [said] };
    expect(keys(computePath(kept, TODAY).now)).toEqual([]);
    expect(keys(computePath({ ...kept, explanations: [{ ...said, text: null }] }, TODAY).now)).toEqual(['evidence:income-a']);
    const changed = { ...kept, incomes: file.incomes.map((income) => (income.id === 'income-a' ? { ...income, amount: minor(210_000) } : income)) };
    expect(keys(computePath(changed, TODAY).now)).toEqual(['evidence:income-a']);
    // What was kept was about the figures of then.
    expect(evidenceExplained(changed, said.subject)).toBe('Ferries of Ida Holm: stated $2,000.00, the paper shows $1,900.00');
    for (const other of ['evidence:gone:1/2', 'evidence:income-a:x/2', 'twice:a/b', '']) expect(evidenceExplained(file, other)).toBeNull();
  });

  it('a figure outside its limit needs an exception, which covers no worse figure than it was granted for', () => {
    const poor = sampleFile({
      stage: 'gathering',
      checks: [checked(), checked([], 'watchlist')],
      papers: allPapers,
      debts: [aDebt({ id: 'd', payment: minor(140_000) })],
      sources: [],
    });
    const value = computePath(poor, TODAY).figures.figures.find(({ measure }) => measure === 'dtiAfter')?.value ?? 0;
    expect(value).toBeGreaterThan(0.4);
    const at = (exceptions: Exception[]) => computePath({ ...poor, exceptions }, TODAY).now;
    expect(at([])).toMatchObject([{ key: 'figure:dtiAfter', holder: 'officer' }]);
    expect(at([exception({ value })])).toMatchObject([{ holder: 'approver' }]);
    expect(at([exception({ value, answer: 'granted' })])).toEqual([]);
    expect(at([exception({ value, answer: 'refused' })])).toMatchObject([{ holder: 'officer' }]);
    expect(at([exception({ value: value - 0.01, answer: 'granted' })])).toMatchObject([{ key: 'figure:dtiAfter' }]);
  });

  it('signing: send, then each signer in turn; the question of an approver; the decision; the pay-out', () => {
    const ready = { checks: [checked(), checked([], 'watchlist')], papers: allPapers };
    const signer = {
      id: 'signer-a',
      personId: 'person-a',
      position: 1,
      state: 'invited' as const,
      invitedAt: AT,
      consentedAt: null,
      readAt: null,
      signedAt: null,
      mark: null,
      markText: null,
      choice: null,
      initials: null,
    };
    const envelope = {
      id: 'envelope-a',
      document: 'agreement' as const,
      state: 'out' as const,
      sentAt: AT,
      sentBy: 'Wren',
      completedAt: null,
      voidReason: null,
      pages: 3,
      signers: [signer],
    };
    const done = { ...envelope, state: 'complete' as const, signers: [{ ...signer, state: 'signed' as const }] };
    const decision = {
      id: 'decision-a',
      outcome: 'sendBack' as const,
      reasons: [],
      other: null,
      comment: 'Why?',
      answer: null,
      by: 'Ansel',
      byId: 'ansel',
      at: AT,
    };
    const at = (values: Partial<FileState>) => keys(computePath(sampleFile({ ...ready, ...values }), TODAY).now);
    expect(at({ stage: 'signing' })).toEqual(['signing:send']);
    expect(at({ stage: 'signing', envelope })).toEqual(['signature:signer-a']);
    expect(at({ stage: 'signing', envelope: done })).toEqual([]);
    expect(at({ stage: 'gathering', envelope: done, decisions: [decision] })).toEqual(['question:decision-a']);
    expect(at({ stage: 'deciding', envelope: done })).toEqual(['decision']);
    expect(at({ stage: 'completing', envelope: done, decisions: [{ ...decision, outcome: 'approve' }] })).toEqual(['payout:verify', 'payout:release']);
    expect(at({ stage: 'done', envelope: done })).toEqual([]);
    expect(isLocked(sampleFile({ stage: 'signing', envelope }))).toBe(true);
    expect(isLocked(sampleFile({ stage: 'gathering' }))).toBe(false);
  });

  it('counts deadlines in business days from the date of receipt', () => {
    // 2 March 2026 is a Monday; five business days on is Monday the 9th.
    expect(dueOn(sampleFile(), 'gathering')).toBe('2026-03-09');
    expect(dueOn(sampleFile(), 'signing')).toBeNull();
  });

  it('is in the order of gates, and every entry can be jumped to', () => {
    fc.assert(
      fc.property(fc.constantFrom(...product.route), fc.boolean(), fc.boolean(), (stage, withIncome, withConsent) => {
        const path = computePath(sampleFile({ stage, ...(withIncome ? {} : { incomes: [] }), ...(withConsent ? {} : { consents: [] }) }), TODAY);
        const gates = path.entries.map(({ gate }) => product.route.indexOf(gate));
        expect(gates).toEqual([...gates].sort((a, b) => a - b));
        expect(new Set(keys(path.entries)).size).toBe(path.entries.length);
        for (const entry of path.entries) expect(entry.what && entry.why && entry.place.anchor).toBeTruthy();
      }),
    );
  });
});

describe('figures that were worked before the Path', () => {
  it.each(['workboat-refit', 'quay-cottages', 'crew-cover', 'gear-lease'])('are those that it works itself: %s', (code) => {
    const file = sampleFile({ product: shippedProduct(code) });
    expect(computePath(file, TODAY, pathFigures(file, TODAY))).toEqual(spoken(computePath(file, TODAY)));
  });
  it('are what it is judged by, so that those of another file would be seen', () => {
    const file = sampleFile();
    const richer = { ...file, incomes: file.incomes.map((income) => ({ ...income, amount: minor((income.amount ?? 0) * 2) })) };
    expect(computePath(file, TODAY, pathFigures(richer, TODAY)).figures.monthlyIncome).not.toBe(computePath(file, TODAY).figures.monthlyIncome);
  });
});
