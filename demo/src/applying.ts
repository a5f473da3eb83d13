import { applicantOf, computePath, consentsAskedOf, dayAt, signersOf, statedFigure, type IsoDate } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { speakerFor } from '@cavren/words';
import type { Browser, OpenFile } from './desk';
import { demoPaper } from './papers';
import { signAs } from './phone';
import type { Staff } from './teller';

/** Takes a file to its decision: to where its application is signed, and signed by who applies. */
export async function toDeciding(cavren: Cavren, staff: Staff, open: OpenFile, by: string): Promise<void> {
  const officer = staff(by);
  const applicant = applicantOf(open.file);
  if (!applicant) throw new Error('Nobody applies');
  await toApplying(cavren, staff, open, by);
  await open.act(officer, '/agreement');
  await cavren.jobs.runDue();
  await signAs(cavren, applicant, null);
  await cavren.jobs.runDue();
  await open.read(officer);
  await open.act(officer, '/move');
}

/** An approver approves, and who applies accepts by phone. */
export async function toAccepted(staff: Staff, open: OpenFile, by: string, approver: string): Promise<void> {
  const applicant = applicantOf(open.file);
  await open.act(staff(approver), '/decision', { outcome: 'approve' });
  await open.act(staff(by), '/offer/answer', { personId: applicant?.id ?? '', answer: 'accept', how: 'phone' });
}

/** The first premium is collected and the policy issued, by a third person. */
export async function toIssued(cavren: Cavren, staff: Staff, open: OpenFile): Promise<void> {
  const completer = staff('dilys');
  await open.act(completer, '/policy/premium');
  await cavren.jobs.runDue();
  await open.read(completer);
  await open.act(completer, '/policy/issue');
  await cavren.jobs.runDue();
}

/** Takes a file to its checks: agreed to by everybody in it. */
export async function toChecking(staff: Staff, open: OpenFile, by: string): Promise<void> {
  const officer = staff(by);
  for (const person of open.file.people)
    for (const { kind } of consentsAskedOf(open.file, person).filter(({ before }) => before !== null))
      await open.act(officer, '/consents', { personId: person.id, kind, language: 'en', how: 'inPerson' });
  await open.act(officer, '/move');
}

/** Takes a file to where its papers are gathered: everybody checked. */
export async function toGathering(cavren: Cavren, staff: Staff, open: OpenFile, by: string): Promise<void> {
  const officer = staff(by);
  await toChecking(staff, open, by);
  await open.act(officer, '/checks/all');
  await cavren.jobs.runDue();
  await open.read(officer);
  await open.act(officer, '/move');
}

/** The agreement signed by everybody whose signature it needs. */
export async function toSigned(cavren: Cavren, staff: Staff, open: OpenFile, by: string): Promise<void> {
  const officer = staff(by);
  for (const person of signersOf(open.file)) {
    await signAs(cavren, person, open.file.product.signing.choice.options[0] ?? null);
    await cavren.jobs.runDue();
  }
  await open.read(officer);
  await open.act(officer, '/move');
}

/** Approved, and the agreement of a lease made. */
export async function toAgreed(cavren: Cavren, staff: Staff, open: OpenFile, by: string, approver: string): Promise<void> {
  const officer = staff(by);
  await open.act(staff(approver), '/decision', { outcome: 'approve' });
  await open.act(officer, '/agreement');
  await cavren.jobs.runDue();
  await open.read(officer);
}

const todayOf = ({ file }: OpenFile): IsoDate => dayAt(new Date().toISOString(), file.pack.timeZone);

/** A paper for everything that is asked for, looked at and accepted with what was stated. What may still come for a while is left for later. */
export async function gatherPapers(
  officer: Browser,
  open: OpenFile,
  { from, amountIs, only = () => true }: { from: string; amountIs: string; only?: (key: string) => boolean },
): Promise<void> {
  const today = todayOf(open);
  for (const condition of computePath(open.file, today).conditions.filter(({ key, until }) => until === null && only(key))) {
    const row = open.file.incomes.find(({ id }) => condition.key === `income:${id}`);
    const amount = row ? statedFigure(open.file, row, today) : null;
    const title = speakerFor(open.file.pack)(condition.title);
    const facts: [string, string][] = amount === null ? [] : [[amountIs, (amount / 100).toFixed(2)]];
    await open.add(officer, `${title.toLowerCase().replaceAll(' ', '-')}.pdf`, await demoPaper(title, from, facts), condition.key);
    const paper = open.file.papers.findLast(({ conditionKey }) => conditionKey === condition.key);
    await open.act(officer, `/papers/${paper?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount });
  }
}

/** Takes a file to where its application is signed: agreed to, checked, its papers looked at, exceptions granted. */
export async function toApplying(cavren: Cavren, staff: Staff, open: OpenFile, by = 'wren'): Promise<void> {
  const [officer, approver] = [staff(by), staff('ansel')];
  await toGathering(cavren, staff, open, by);
  await gatherPapers(officer, open, { from: 'Quillhaven Registry', amountIs: 'Profit of the year' });
  const today = todayOf(open);
  for (const { measure } of computePath(open.file, today).figures.figures.filter(({ verdict }) => verdict === 'outside' || verdict === 'refer')) {
    await open.act(officer, '/exceptions', { subject: `figure:${measure}`, reason: 'The beds are let for two more seasons; contract seen.' });
    await open.act(approver, `/exceptions/${open.file.exceptions.at(-1)?.id ?? ''}`, { answer: 'granted' });
  }
  await open.act(officer, '/move');
}
