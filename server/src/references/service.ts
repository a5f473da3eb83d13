import type { AnswerReferenceAtDoor, DoorReferences, TakeReference } from '@cavren/contract';
import {
  aboutLetting,
  hasConsent,
  isEnded,
  lettingFaults,
  lettingName,
  lettingsOf,
  personName,
  reachedAlike,
  tenantsOf,
  type FilePerson,
  type Letting,
  type LettingReference,
  type LettingSaid,
  say,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { invalid, type Actor } from '../http/index';
import { PROBLEM } from './problems';
import type { ReferencesStore } from './store';

/** Whoever came in by a link to answer about lettings. */
interface Asked {
  fileId: string;
  personId: string;
  csrfToken: string;
}
/** For how many days the link to a question holds. */
const LINK_DAYS = 30;

export function referencesService({ services, lender }: House, store: ReferencesStore) {
  /** The letting of a home as it is stated now, in a file that still runs. */
  function lettingAt(change: FileChange, homeId: string): Letting {
    if (isEnded(change.file.stage)) throw PROBLEM.ended();
    const letting = lettingsOf(change.file).find(({ home }) => home.id === homeId);
    if (!letting) throw PROBLEM.notAsked();
    return letting;
  }
  /** The letting that a question is about, which is asked as long as what is stated of it stands. */
  function openOf(change: FileChange, id: string): { letting: Letting; reference: LettingReference } {
    if (isEnded(change.file.stage)) throw PROBLEM.ended();
    const letting = lettingsOf(change.file).find(({ reference }) => reference?.id === id);
    if (!letting?.reference) throw change.file.references.some((one) => one.id === id) ? PROBLEM.past() : PROBLEM.notAsked();
    return { letting, reference: letting.reference };
  }
  function refuseFaults(change: FileChange, said: LettingSaid): void {
    const faults = lettingFaults(change.file, said, change.today);
    if (faults.length > 0) throw invalid(faults.map(({ field, says }) => ({ path: `said/${field}`, message: says })));
  }
  async function write(change: FileChange, act: string, letting: Letting, id: string, values: Partial<LettingReference>): Promise<void> {
    await store.set(id, values, change.tx);
    await note(change, act, letting, id);
  }
  async function note(change: FileChange, act: string, letting: Letting, id: string): Promise<void> {
    await change.reload('references');
    change.record(act, `reference/${id}`, null, [letting.referee && personName(letting.referee), lettingName(letting)].filter(Boolean).join(': '));
  }
  const added = (letting: Letting, referee: FilePerson, change: FileChange, actor: Actor): LettingReference => ({
    id: nanoid(),
    homeId: letting.home.id,
    refereeId: referee.id,
    about: aboutLetting(letting.home),
    state: 'asked',
    askedAt: change.now,
    askedBy: actor.name,
    answeredAt: null,
    how: null,
    takenBy: null,
    said: null,
    reason: null,
  });

  return {
    of: (fileId: string, tx?: Tx) => store.of(fileId, tx),
    /** Sends whoever let a home a link under which they say what they know. */
    ask: (reference: string, version: number, homeId: string, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file } = change;
        const letting = lettingAt(change, homeId);
        const { referee, tenants } = letting;
        if (!referee) throw PROBLEM.noReferee();
        // Who knows the phone is texted a code, so that nobody answers for them.
        if (!referee.phone) throw PROBLEM.unreachable();
        const alike = reachedAlike(file, referee);
        if (alike) throw PROBLEM.reachedAlike({ name: personName(alike), referee: personName(referee) });
        if (!tenants.every(({ id }) => hasConsent(file, id, file.product.lookUpConsent))) throw PROBLEM.consentMissing();
        if (letting.reference) throw letting.reference.state === 'asked' ? PROBLEM.asked() : PROBLEM.answered();
        const row = added(letting, referee, change, actor);
        await store.add(change.row.id, row, change.tx);
        await note(change, 'reference.ask', letting, row.id);
        await services.invitations.send(
          change,
          referee,
          say('mail.referenceAskSubject', { name: tenantsOf(letting) }),
          say('mail.referenceAsk', { name: tenantsOf(letting), home: lettingName(letting), lender }),
          LINK_DAYS,
          'reference',
        );
      }),
    /** Takes down what whoever let a home says on the phone or in a letter. */
    take: (reference: string, id: string, { version, how, said }: TakeReference, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { letting, reference: asked } = openOf(change, id);
        if (asked.state !== 'asked' && asked.state !== 'declined') throw PROBLEM.answered();
        refuseFaults(change, said);
        await write(change, 'reference.take', letting, id, { state: 'answered', how, said, takenBy: actor.name, answeredAt: change.now, reason: null });
      }),
    /** Goes on without an answer, with a reason that who decides reads. */
    setAside: (reference: string, version: number, homeId: string, reason: string, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const letting = lettingAt(change, homeId);
        const { referee } = letting;
        if (!referee) throw PROBLEM.noReferee();
        if (letting.reference?.state === 'answered') throw PROBLEM.answered();
        const row = letting.reference ?? added(letting, referee, change, actor);
        if (!letting.reference) await store.add(change.row.id, row, change.tx);
        await write(change, 'reference.setAside', letting, row.id, { state: 'setAside', reason, takenBy: actor.name, answeredAt: change.now });
      }),
    /** What somebody is asked who came in by such a link: where it was and who rented it, and nothing of what was stated. */
    async atDoor({ fileId, personId, csrfToken }: Asked): Promise<DoorReferences> {
      const { file, today } = await services.files.state({ id: fileId });
      const rule = file.product.lease?.references;
      const referee = file.people.find(({ id }) => id === personId);
      if (!rule || !referee) throw PROBLEM.notAsked();
      return {
        csrfToken,
        lender,
        name: personName(referee),
        locale: file.pack.locale,
        currency: file.pack.currency,
        dateOrder: file.pack.dateOrder,
        today,
        why: rule.why,
        questions: rule.questions.map(({ code, text, options }) => ({ code, text, options })),
        lettings: isEnded(file.stage)
          ? []
          : lettingsOf(file).flatMap((letting) => {
              const { reference } = letting;
              if (reference?.refereeId !== personId || reference.state === 'setAside') return [];
              // What was taken down by others is theirs to see, what was stated isn't.
              return [
                {
                  id: reference.id,
                  tenant: letting.tenants.map(personName).join(' and '),
                  home: lettingName(letting),
                  state: reference.state,
                  said: reference.said,
                },
              ];
            }),
      };
    },
    /** What they say, or that they would rather not; once. */
    async answerAtDoor({ fileId, personId }: Asked, { id, said }: AnswerReferenceAtDoor): Promise<void> {
      const { file } = await services.files.state({ id: fileId });
      const referee = file.people.find((person) => person.id === personId);
      if (!referee) throw PROBLEM.notAsked();
      const actor: Actor = { kind: 'applicant', id: personId, name: personName(referee) };
      await services.files.change({ id: fileId }, { version: null, actor }, async (change) => {
        const { letting, reference } = openOf(change, id);
        if (reference.refereeId !== personId) throw PROBLEM.notAsked();
        if (reference.state !== 'asked') throw PROBLEM.answered();
        if (said) refuseFaults(change, said);
        await write(change, said ? 'reference.answer' : 'reference.decline', letting, id, {
          state: said ? 'answered' : 'declined',
          how: 'frontDoor',
          said,
          answeredAt: change.now,
        });
      });
    },
  };
}
export type ReferencesService = ReturnType<typeof referencesService>;
