import { PROBLEM } from './problems';
import { AnswerOffer, FileAnswer, Id, MeetCondition } from '@cavren/contract';
import {
  addDays,
  answerersOf,
  applicantsOf,
  asOffered,
  awaitedOf,
  offerTermsOf,
  personName,
  say,
  type FileState,
  type FitChange,
  type IsoDate,
  type Offer,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor, type Actor } from '../http/index';

type OfferRow = Offer & { fileId: string };

function offerStore(db: Sequelize) {
  const table = new Table<OfferRow>(
    db,
    'offer',
    {
      id: 'key',
      fileId: 'key',
      state: 'key',
      kind: 'key',
      changes: 'json',
      terms: 'json',
      conditions: 'json',
      answers: 'json',
      until: 'date',
      madeAt: 'time',
      madeBy: 'text',
    },
    ['id'],
  );
  return {
    insert: (row: OfferRow, tx: Tx) => table.insert(row, tx),
    update: (id: string, values: Partial<OfferRow>, tx: Tx) => table.update(values, { id }, tx),
    async load(fileId: string, tx?: Tx): Promise<Pick<FileState, 'offer'>> {
      const [latest] = await table.find(
        { fileId },
        {
          tx,
          order: [
            ['madeAt', 'DESC'],
            ['id', 'DESC'],
          ],
          limit: 1,
        },
      );
      if (!latest) return { offer: null };
      const { fileId: _, ...offer } = latest;
      return { offer };
    },
  };
}

/** What an approver offers, as it was asked for or changed. */
export interface OfferMade {
  changes: FitChange[];
  conditions: string[];
}

function offeringService({ services }: House, store: ReturnType<typeof offerStore>) {
  async function keep(change: FileChange, offer: Offer, values: Partial<Offer>): Promise<void> {
    await store.update(offer.id, values, change.tx);
    await change.reload('offer');
  }

  function openOffer({ file, today }: FileChange): Offer {
    const { offer } = file;
    if (offer?.state !== 'open' || file.stage !== 'offering') throw PROBLEM.noOffer();
    if (offer.until < today) throw PROBLEM.late();
    return offer;
  }

  async function accepted(change: FileChange, offer: Offer): Promise<void> {
    // What was offered otherwise than it was asked for becomes what is asked for.
    await services.details.applyAgreed(change, offer.changes);
    await keep(change, offer, { state: 'accepted' });
    change.record('offer.accepted', `offer/${offer.id}`, null, null);
    const { route } = change.file.product;
    change.moveTo(route[route.indexOf('offering') + 1] ?? 'done');
  }

  async function refused(change: FileChange, offer: Offer, name: string): Promise<void> {
    await keep(change, offer, { state: 'refused' });
    change.record('file.withdraw', 'file', null, `${name} refused the offer.`);
    change.moveTo('withdrawn');
    await services.notices.send(change, 'withdrawn', applicantsOf(change.file));
  }

  return {
    /** Makes the offer of an approval and tells those who apply; the file waits for their answer. */
    async make(change: FileChange, { changes, conditions }: OfferMade): Promise<void> {
      const { file, today } = change;
      const { offerDays } = file.product.deciding;
      const days = changes.length > 0 ? Math.min(offerDays, file.pack.notices?.counterOfferDays ?? offerDays) : offerDays;
      const offer: Offer = {
        id: nanoid(),
        state: 'open',
        kind: changes.length > 0 ? 'changed' : 'asAsked',
        changes,
        terms: offerTermsOf(asOffered(file, changes), today),
        conditions: conditions.map((text) => ({ id: nanoid(8), text, metAt: null, metBy: null, word: null })),
        answers: [],
        until: addDays(today, days),
        madeAt: change.now,
        madeBy: change.actor.name,
      };
      await store.insert({ ...offer, fileId: change.row.id }, change.tx);
      await change.reload('offer');
      change.record('offer.make', `offer/${offer.id}`, null, JSON.stringify({ kind: offer.kind, terms: offer.terms, until: offer.until, conditions }));
      if (offer.kind === 'changed') return services.notices.send(change, 'counterOffer', applicantsOf(change.file), { respondBy: offer.until });
      const { subject, text } = file.product.words.approved;
      for (const person of applicantsOf(change.file))
        await services.invitations.send(change, person, subject, say('mail.offer', { text, until: { day: offer.until } }), days + 1);
    },
    /** What somebody who applied says to the offer. All must accept; one who refuses ends it. */
    async answer(change: FileChange, personId: string, answer: 'accept' | 'refuse', how: Offer['answers'][number]['how'], offerId?: string): Promise<void> {
      const offer = openOffer(change);
      if (offerId !== undefined && offerId !== offer.id) throw PROBLEM.anotherOffer();
      const person = answerersOf(change.file).find(({ id }) => id === personId);
      if (!person) throw PROBLEM.notTheirs({}, 'personId');
      if (offer.answers.some((one) => one.personId === personId)) throw PROBLEM.answered();
      const answers = [...offer.answers, { personId, answer, at: change.now, how, by: change.actor.name }];
      await keep(change, offer, { answers });
      change.record(`offer.${answer}`, `person/${personId}`, null, how);
      if (answer === 'refuse') return refused(change, offer, personName(person));
      if (awaitedOf(change.file, { answers }).length === 0) await accepted(change, offer);
    },
    /** A condition of the approval is met. */
    async meet(change: FileChange, id: string, word: string): Promise<void> {
      const { offer } = change.file;
      const condition = offer?.conditions.find((one) => one.id === id && one.metAt === null);
      if (!offer || !condition || (offer.state !== 'open' && offer.state !== 'accepted')) throw PROBLEM.noCondition();
      const conditions = offer.conditions.map((one) => (one.id === id ? { ...one, metAt: change.now, metBy: change.actor.name, word } : one));
      await keep(change, offer, { conditions });
      change.record('offer.meet', `offer/${offer.id}`, condition.text, word);
    },
    /** The decision behind an offer is no more: nobody can accept it, and an acceptance counts for nothing. */
    async takeBack(change: FileChange): Promise<boolean> {
      const { offer } = change.file;
      if (offer?.state !== 'open' && offer?.state !== 'accepted') return false;
      await keep(change, offer, { state: 'takenBack' });
      change.record('offer.takeBack', `offer/${offer.id}`, offer.state, null);
      return true;
    },
    /** Nobody accepted in time. An offer as asked for lapses; one that was changed was a no to what was asked for, which is told now. */
    async runOut(change: FileChange): Promise<void> {
      const { offer } = change.file;
      if (offer?.state !== 'open') return;
      await keep(change, offer, { state: 'lapsed' });
      change.record('offer.lapse', 'file', null, offer.until);
      if (offer.kind === 'asAsked') {
        change.moveTo('lapsed');
        return services.notices.send(change, 'lapsed', applicantsOf(change.file));
      }
      const counter = change.file.decisions.findLast(({ outcome }) => outcome === 'counter');
      await services.decision.keep(change, { outcome: 'decline', reasons: counter?.reasons ?? [], other: counter?.other ?? null, comment: null });
      change.moveTo('declined');
      return services.notices.send(change, 'declined', applicantsOf(change.file));
    },
    /** The day until which the offer that is out can be accepted. */
    until: ({ offer }: Pick<FileState, 'offer'>): IsoDate | null => (offer?.state === 'open' ? offer.until : null),
  };
}

declare module '../house/index' {
  interface Services {
    offering: ReturnType<typeof offeringService>;
  }
}

/** Offers: what was approved, until when it can be accepted, what was said to it, and what has to be met. */
export const offering: Concept = (app, house) => {
  const store = offerStore(house.db);
  const service = house.offer('offering', offeringService(house, store));
  house.plug('filePart', { name: 'offer', empty: { offer: null }, load: (fileId, tx) => store.load(fileId, tx) });
  const change = (reference: string, version: number, actor: Actor, work: (change: FileChange) => Promise<void>): Promise<Changed> =>
    house.services.files.change({ reference }, { version, actor }, work);

  app.post('/api/files/:reference/offer/answer', { schema: { params: FileParams, body: AnswerOffer, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'offer.answer');
    const { version, personId, answer, how } = request.body;
    return change(request.params.reference, version, actor, (answered) => service.answer(answered, personId, answer, how));
  });
  app.post(
    '/api/files/:reference/offer/conditions/:id',
    { schema: { params: FileParams.extend({ id: Id }), body: MeetCondition, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'offer.meet');
      return change(request.params.reference, request.body.version, actor, (met) => service.meet(met, request.params.id, request.body.word));
    },
  );
};
