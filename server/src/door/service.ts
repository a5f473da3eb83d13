import type { FileChange } from '../files/index';
import { SECRET } from '../outbox/index';
import { PROBLEM } from './problems';
import { speakerFor, type Speak } from '@cavren/words';
import type { z } from 'zod';
import type {
  AnswerHealthAtDoor,
  AnswerMonitoringAtDoor,
  ApplyAtDoor,
  ChangeDetails,
  DoorGreeting,
  DoorHealth,
  DoorView,
  LinkPurpose,
  PublicProduct,
} from '@cavren/contract';
import {
  answerersOf,
  appealUntil,
  assistanceOf,
  assistanceStanding,
  awaitedOf,
  barToAppeal,
  barToPlan,
  comparePlans,
  consentOf,
  isEnded,
  isLocked,
  computePath,
  costsOf,
  exampleOf,
  healthAskedOf,
  inPercent,
  modeOf as paymentMode,
  moneyIn,
  offerBars,
  OWING_ROLES,
  paidOutOf,
  payoutLines,
  personName,
  plays,
  principalReasons,
  readPhone,
  readReference,
  signersOf,
  STAGE_LABEL,
  totalPayableOf,
  yearsBetween,
  type FilePerson,
  type FileState,
  type Minor,
  type OfferTerms,
  type Words,
  type IsoDate,
  type Path,
  type PlacePack,
  type ProductDefinition,
  say,
  envelopesOf,
  latestSigned,
  titleOf,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { randomInt } from 'node:crypto';
import { letterOf } from '../assistance/index';
import { inTransaction } from '../db/index';
import type { House } from '../house/index';
import { ProblemError, type Actor } from '../http/index';
import { newToken, sameText, tokenHash } from '../secrets/index';
import { detailsFor, guardFor, mayAgreeFor, mayFillIn, speaksFor } from './details';
import { choosesUnit, criteriaFor, leaseFor, roundFor } from './lease';
import type { DoorSessionRow, DoorStore } from './store';

const CODE_MINUTES = 10;
const MOST_TRIES = 5;
const LOCK_MINUTES = 15;
const SESSION_HOURS = 2;
/**
 * Codes to one phone within a day, whichever files they are about: for those who have a link of ours or came in by their
 * browser before, and for everybody else. What strangers ask for takes nothing from those who are expected, and what one of
 * them asks for from one address leaves enough for the others.
 */
const MOST_TEXTS_A_DAY = { expected: 20, stranger: 12, oneStranger: 4 };
/** No sooner is another code sent to the same browser. */
const PAUSE_MINUTES = 1 / 6;
const DAY_MS = 24 * 60 * 60_000;

/** The browser at the door: its own secret, and whom it let in before. */
export interface AtDoor {
  browser: string;
  known: string;
  address: string;
}
const minutes = (from: Date, count: number): string => new Date(from.getTime() + count * 60_000).toISOString();

export function doorService({ db, services, jobs, secrets, lender, now }: House, store: DoorStore) {
  /** What a browser keeps once somebody came in by it; another phone makes it worth nothing. */
  const knownAs = ({ id, phone }: FilePerson): string => secrets.mark(`door ${id} ${phone ?? ''}`);
  async function personOfLink(token: string): Promise<{ fileId: string; person: FilePerson; file: FileState; purpose: LinkPurpose }> {
    const link = await services.invitations.link(tokenHash(token));
    if (!link) throw PROBLEM.linkUnknown();
    if (link.expiresAt < now().toISOString()) throw PROBLEM.linkLate();
    const { file } = await services.files.state({ id: link.fileId });
    const person = file.people.find(({ id }) => id === link.personId);
    if (!person) throw PROBLEM.noPartThisFile();
    return { fileId: link.fileId, person, file, purpose: link.purpose };
  }

  /** Finds somebody by reference and phone. Null when they don't fit; callers don't tell which of the two was wrong. */
  async function personByPhone(reference: string, phone: string): Promise<{ fileId: string; person: FilePerson } | null> {
    const written = readReference(reference);
    const row = written ? await services.fileStore.byReference(written) : null;
    if (!row) return null;
    const { file } = await services.files.state({ id: row.id });
    const number = readPhone(phone, file.pack.phoneRegion);
    const person = file.people.find((candidate) => candidate.phone !== null && candidate.phone === number && signersOf(file).includes(candidate));
    return person ? { fileId: row.id, person } : null;
  }

  /** @param expected whether somebody asks who has a link, or applies just now. */
  async function sendCode(fileId: string, person: FilePerson, at: AtDoor, expected: boolean): Promise<void> {
    if (!person.phone) throw PROBLEM.phoneMissing();
    const phone = person.phone;
    const isExpected = expected || sameText(at.known, knownAs(person));
    const browserHash = tokenHash(at.browser);
    await inTransaction(db, async (tx) => {
      const time = now();
      const known = await store.code(person.id, browserHash, tx);
      refuseLocked(known?.lockedUntil ?? null, time);
      const since = new Date(time.getTime() - DAY_MS);
      // The code that this browser asked for a moment ago is still good.
      if (known?.codeHash && (known.expiresAt ?? '') > minutes(time, CODE_MINUTES - PAUSE_MINUTES)) return;
      const asker = secrets.mark(`door text ${at.address}`);
      const texts = await store.textsTo(phone, isExpected, asker, since, tx);
      const isEnough = isExpected
        ? texts.all >= MOST_TEXTS_A_DAY.expected
        : texts.all >= MOST_TEXTS_A_DAY.stranger || texts.byAsker >= MOST_TEXTS_A_DAY.oneStranger;
      if (isEnough) throw PROBLEM.textsEnough();
      await store.textSent(phone, isExpected, asker, time, since, tx);
      const code = String(randomInt(1_000_000)).padStart(6, '0');
      const wasLocked = known?.lockedUntil != null;
      await store.setCode(
        {
          personId: person.id,
          browserHash,
          fileId,
          codeHash: tokenHash(code),
          sentTo: phone,
          expiresAt: minutes(time, CODE_MINUTES),
          tries: wasLocked ? 0 : (known?.tries ?? 0),
          lockedUntil: null,
        },
        tx,
      );
      await services.outbox.put(
        {
          fileId,
          channel: 'text',
          recipient: phone,
          subject: null,
          body: speakerFor()(say('mail.code', { code: SECRET, lender, minutes: CODE_MINUTES })),
        },
        time.toISOString(),
        tx,
        code,
      );
    });
    jobs.poke();
  }

  async function enterWithCode(
    fileId: string,
    person: FilePerson,
    code: string,
    browser: string,
    purpose: LinkPurpose,
  ): Promise<{ token: string; session: DoorSessionRow; known: string }> {
    const outcome = await inTransaction(db, async (tx) => {
      const at = now();
      const known = await store.code(person.id, tokenHash(browser), tx);
      refuseLocked(known?.lockedUntil ?? null, at);
      if (!known?.codeHash || (known.expiresAt ?? '') < at.toISOString()) return PROBLEM.codeLate({}, 'code');
      if (!sameText(known.codeHash, tokenHash(code))) {
        const tries = known.tries + 1;
        const locked = tries >= MOST_TRIES;
        await store.setCode({ ...known, tries, codeHash: locked ? null : known.codeHash, lockedUntil: locked ? minutes(at, LOCK_MINUTES) : null }, tx);
        if (locked) return lockedProblem();
        return PROBLEM.codeNotThatOne({ left: MOST_TRIES - tries }, 'code');
      }
      await store.setCode({ ...known, codeHash: null, expiresAt: null, tries: 0, lockedUntil: null }, tx);
      const token = newToken();
      const session: DoorSessionRow = {
        idHash: tokenHash(token),
        fileId,
        personId: person.id,
        csrfToken: newToken(),
        codeSentTo: known.sentTo,
        createdAt: at.toISOString(),
        expiresAt: minutes(at, SESSION_HOURS * 60),
        purpose,
      };
      await store.addSession(session, tx);
      return { token, session, known: knownAs(person) };
    });
    if (outcome instanceof ProblemError) throw outcome;
    return outcome;
  }

  return {
    async greet(token: string): Promise<DoorGreeting> {
      const { person, purpose } = await personOfLink(token);
      return { firstName: personName(person).split(' ')[0] ?? '', phoneTail: person.phone?.slice(-4) ?? '', lender, purpose };
    },
    async sendCodeForLink(token: string, at: AtDoor): Promise<void> {
      const { fileId, person } = await personOfLink(token);
      await sendCode(fileId, person, at, true);
    },
    /** @param wanted what the page is for on which somebody comes in; a link leads to nothing else than it was sent for. */
    async enter(token: string, code: string, browser: string, wanted: LinkPurpose) {
      const { fileId, person, purpose } = await personOfLink(token);
      if (purpose !== wanted) throw PROBLEM.linkUnknown();
      return enterWithCode(fileId, person, code, browser, purpose);
    },
    /** Sends a code when reference and phone fit; says nothing either way. */
    async sendCodeForReturn(reference: string, phone: string, at: AtDoor): Promise<void> {
      const found = await personByPhone(reference, phone);
      if (found)
        await sendCode(found.fileId, found.person, at, false).catch((error: unknown) => {
          if (!(error instanceof ProblemError)) throw error;
        });
    },
    async enterReturning(reference: string, phone: string, code: string, browser: string) {
      const found = await personByPhone(reference, phone);
      if (!found) throw PROBLEM.codeWrong({}, 'code');
      // One answer for all that can be wrong: nobody learns from it whose reference and phone belong together.
      return enterWithCode(found.fileId, found.person, code, browser, 'file').catch((error: unknown) => {
        throw error instanceof ProblemError ? PROBLEM.codeWrong({}, 'code') : error;
      });
    },
    async session(token: string): Promise<DoorSessionRow | null> {
      const session = await store.session(tokenHash(token));
      return session && session.expiresAt > now().toISOString() ? session : null;
    },
    /** Whoever has a link, a code or a session of somebody's has them no more; new ones go to where the file now says. */
    async shut(change: FileChange, personId: string): Promise<void> {
      await store.endOf(change.row.id, personId, change.tx);
      await services.invitations.end(change, personId);
    },
    /** A product's public page. One page for all who come: it says nothing that depends on who asks. */
    async product(code: string): Promise<PublicProduct> {
      const found = (await services.products.newest()).find((product) => product.code === code);
      if (!found) throw PROBLEM.noProduct();
      const { definition, pack } = found;
      const consent = definition.consents.find(({ kind }) => kind === 'dataUse') ?? null;
      const today = services.files.todayIn(pack);
      const round = definition.draw ? await services.rounds.current(code, today) : null;
      const { bar: barOfRound } = await services.rounds.roundOn(definition, today);
      const [bar = null] = [
        ...offerBars(definition, pack.name, { on: today, channel: 'frontDoor', certificates: null }),
        ...(barOfRound === null ? [] : [barOfRound]),
      ];
      return {
        code,
        name: definition.name,
        placeName: pack.name,
        dateOrder: pack.dateOrder,
        lender,
        ...aboutOf(definition, pack, today),
        asks: definition.questions.filter(({ phase, follows }) => phase === 'qualifying' && !follows).map(({ text }) => text),
        consent: consent ? { kind: consent.kind, label: consent.label, text: consent.text['en'] ?? '' } : null,
        criteria: criteriaFor(definition, pack),
        round: round && { name: round.name, opensOn: round.opensOn, closesOn: round.closesOn, seal: round.seal },
        forBusinesses: definition.costs?.business != null,
        bar: bar ? speakerFor(pack)(bar) : null,
      };
    },
    /** Opens a file for somebody who came alone, and texts them the code with which they come in. */
    async apply(wish: ApplyAtDoor, at: AtDoor): Promise<string> {
      const product = (await services.products.newest()).find(({ code }) => code === wish.product);
      if (!product) throw PROBLEM.noProduct();
      const { line, place } = product.definition;
      const today = services.files.todayIn(product.pack);
      const [owner] = await services.fileStore.certifiedOfficers(line, place, today);
      if (!owner) throw PROBLEM.nobodyThere();
      const { business } = wish;
      if (business && !product.definition.costs?.business) throw PROBLEM.notForBusinesses({}, 'business');
      const applicant: Actor = { kind: 'applicant', id: 'applicant', name: wish.fullName };
      const { reference, fileId, applicantId } = await services.opening.open(
        {
          product: wish.product,
          channel: 'frontDoor',
          receivedOn: today,
          signedOn: null,
          personId: null,
          fullName: business ? business.name : wish.fullName,
          birthDate: business ? business.foundedOn : wish.birthDate,
          number: null,
          // Who signs for a business is reached, and not the business.
          phone: business ? null : wish.phone,
          email: business ? null : wish.email,
          kind: business ? 'organisation' : 'person',
          differentBecause: null,
        },
        applicant,
        owner.id,
      );
      const selfId = business ? nanoid() : applicantId;
      const self = { ...applicant, id: selfId };
      const { file } = await services.files.change({ id: fileId }, { version: null, actor: self }, async (change) => {
        if (business) {
          // Whoever binds a business directs it, and is named as such (31 CFR 1010.230(d)(2), from memory).
          const { fullName, birthDate, phone, email } = wish;
          const values = { role: 'beneficialOwner', fullName, birthDate, phone, email, signsFor: applicantId, signsHow: 'alone' };
          await services.details.applyAgreed(change, [{ op: 'add', entity: 'person', id: selfId, values }]);
          await change.flush();
        }
        if (change.file.product.consents.some(({ kind }) => kind === 'dataUse'))
          for (const personId of new Set([selfId, applicantId])) await services.consents.give(change, personId, 'dataUse', 'en', 'frontDoor');
        if (wish.email)
          await services.outbox.put(
            {
              fileId,
              channel: 'email',
              recipient: wish.email,
              subject: speakerFor()(say('mail.referenceSubject')),
              body: speakerFor()(say('mail.reference', { name: wish.fullName, reference, lender })),
            },
            change.now,
            change.tx,
          );
      });
      const person = file.people.find(({ id }) => id === selfId);
      if (person) await sendCode(fileId, person, at, true);
      return reference;
    },
    async changeDetails(session: DoorSessionRow, wish: ChangeDetails, actor: Actor): Promise<void> {
      const { row } = await services.files.state({ id: session.fileId });
      await services.details.change(row.reference, wish, actor, guardFor(session.personId));
    },
    /** Somebody who applied says yes or no to the offer that they saw. */
    async answerOffer(session: DoorSessionRow, offerId: string, answer: 'accept' | 'refuse', actor: Actor): Promise<void> {
      await services.files.change({ id: session.fileId }, { version: null, actor }, (change) =>
        services.offering.answer(change, session.personId, answer, 'frontDoor', offerId),
      );
    },
    /** Somebody who was declined brings something new. */
    async appeal(session: DoorSessionRow, what: string, actor: Actor): Promise<void> {
      await services.files.change({ id: session.fileId }, { version: null, actor }, (change) => {
        const person = change.file.people.find(({ id }) => id === session.personId);
        if (!person || !answerersOf(change.file).includes(person)) throw PROBLEM.notNow();
        return services.decision.appeal(change, what);
      });
    },
    async giveConsent(session: DoorSessionRow, kind: string, forId: string | null, actor: Actor): Promise<void> {
      await services.files.change({ id: session.fileId }, { version: null, actor }, async (change) => {
        if (change.row.stage !== 'details') throw PROBLEM.notNow();
        const personId = forId ?? session.personId;
        if (!mayAgreeFor(change.file, session.personId, personId)) throw PROBLEM.onlyYourOwnDetailsCan();
        await services.consents.give(change, personId, kind, languageOf(change.file, session.personId, kind), 'frontDoor');
      });
    },
    /** Somebody takes back what they agreed to: what depends on it stops, and the officer sees it on the Path. */
    async withdrawConsent(session: DoorSessionRow, kind: string, forId: string | null, actor: Actor): Promise<void> {
      await services.files.change({ id: session.fileId }, { version: null, actor }, async (change) => {
        if (isEnded(change.row.stage)) throw PROBLEM.notNow();
        const personId = forId ?? session.personId;
        if (!mayAgreeFor(change.file, session.personId, personId)) throw PROBLEM.onlyYourOwnDetailsCan();
        const consent = consentOf(change.file, personId, kind);
        if (!consent) throw PROBLEM.notAgreed();
        await services.consents.takeBack(change, consent.id, 'frontDoor');
      });
    },
    /** What is asked for fair treatment only is kept apart from the file, as at the desk. */
    async answerMonitoring(session: DoorSessionRow, answer: z.output<typeof AnswerMonitoringAtDoor>): Promise<void> {
      const { row, file } = await services.files.state({ id: session.fileId });
      const person = file.people.find(({ id }) => id === session.personId);
      if (!person || !mayFillIn(file, person)) throw PROBLEM.notNow();
      await services.declarations.keepAnswer({ id: row.id, file }, { personId: person.id, ...answer }, personName(person));
    },
    /** The applicant has given what they can: the officer goes on. */
    async handBack(session: DoorSessionRow, actor: Actor): Promise<void> {
      await services.files.change({ id: session.fileId }, { version: null, actor }, (change) => {
        if (!change.row.withApplicant) return;
        change.setWithApplicant(false);
        change.record('file.handBack', 'file', null, null);
      });
    },
    /** The file whose costs somebody may read: those who owe. */
    async costsFile(session: DoorSessionRow): Promise<{ file: FileState; today: IsoDate }> {
      const { file, today } = await services.files.state({ id: session.fileId });
      if (costsFor(file, session.personId, today) === null) throw PROBLEM.noCostsSheet();
      return { file, today };
    },
    /** A notice to oneself, or to the business that one signs for. */
    async noticePdf(session: DoorSessionRow, id: string): Promise<Buffer> {
      const { file } = await services.files.state({ id: session.fileId });
      const person = file.people.find((one) => one.id === session.personId);
      return services.notices.pdf(session.fileId, id, person ? speaksFor(file, person).map((one) => one.id) : []);
    },
    leave: (session: DoorSessionRow) => store.endSession(session.idHash),
    async view(session: DoorSessionRow): Promise<DoorView> {
      const { row, file, today } = await services.files.state({ id: session.fileId });
      const path = computePath(file, today);
      const person = file.people.find(({ id }) => id === session.personId);
      if (!person) throw PROBLEM.noPartThisFile();
      const whose = speaksFor(file, person);
      const own = await services.papersStore.ofPerson(session.fileId, session.personId);
      const lines = payoutLines(file);
      const signed = latestSigned(file);
      const paidAt = lines
        .map(({ state }) => state.releasedAt ?? '')
        .sort()
        .at(-1);
      return {
        csrfToken: session.csrfToken,
        name: personName(person),
        reference: file.reference,
        product: file.product.name,
        line: file.product.line,
        stage: STAGE_LABEL[file.stage],
        locale: file.pack.locale,
        fullName: person.fullName ?? personName(person),
        steps: stepsOf(file),
        outcome: outcomeOf(file),
        declineReasons: file.stage === 'declined' && file.decisions.at(-1)?.outcome === 'decline' ? principalReasons(file) : [],
        appealUntil: answerersOf(file).includes(person) && barToAppeal(file, today) === null ? appealUntil(file) : null,
        offer: offerFor(file, person, today),
        notices: file.notices
          .filter(({ personId, made }) => made && whose.some(({ id }) => id === personId))
          .map(({ id, kind, madeAt }) => ({ id, kind, madeAt })),
        details: detailsFor(file, row.version, person, path, today),
        consents: isEnded(file.stage)
          ? []
          : whose.flatMap((one) =>
              file.product.consents.flatMap(({ kind, label }) => {
                const consent = consentOf(file, one.id, kind);
                return consent ? [{ personId: one.id, of: one === person ? null : personName(one), kind, label, givenAt: consent.givenAt }] : [];
              }),
            ),
        monitoring: mayFillIn(file, person) ? (await services.declarations.monitoringFor(row.id, file, [person])).flatMap(({ answers }) => answers) : [],
        tasks: tasksFor(person, path, speakerFor(file.pack)),
        papers: own
          .filter(({ state }) => state !== 'removed')
          .map(({ id, name, state, reason, addedAt }) => ({ id, name, state, reason: state === 'sentBack' ? reason : null, addedAt })),
        underway: path.conditions
          .filter(({ state, personId }) => state === 'received' && personId === person.id && !isEnded(file.stage))
          .map(({ key, title }) => ({ conditionKey: key, what: speakerFor(file.pack)(title) })),
        signing: signingOf(file, person, signed ? (signed.pages ?? (await services.signing.pagesOf(session.fileId))) : 0),
        sealed: sealedFor(file, person),
        costs: costsFor(file, session.personId, today),
        paidOut:
          file.stage === 'done' && paidAt && whose.some((one) => plays(one, ['applicant', 'coApplicant']))
            ? {
                amount: moneyIn(file.pack)(paidOutOf(file)),
                accountTail: lines.map(({ to }) => to.account?.tail ?? '').join(', '),
                at: paidAt,
              }
            : null,
        health: healthFor(file, person, today),
        assistance: assistanceFor(file, person, today),
        plans: plansFor(file, person, today),
        policy: policyFor(file, person),
        round: await roundFor(services.rounds, file, person, today),
        lease: leaseFor(file, person, choosesUnit(file, person) ? await services.units.fitting(file) : [], today),
      };
    },
    /** Questions about one's health, and about that of children who come with one, with what was said. */
    async health(session: DoorSessionRow): Promise<DoorHealth> {
      const { row, file, today } = await services.files.state({ id: session.fileId });
      const person = file.people.find(({ id }) => id === session.personId);
      return services.underwriting.ofThose(row.id, file, person ? answersFor(file, person, today) : []);
    },
    async answerHealth(session: DoorSessionRow, { personId, ...said }: z.output<typeof AnswerHealthAtDoor>, actor: Actor): Promise<void> {
      await services.files.change({ id: session.fileId }, { version: null, actor }, async (change) => {
        const person = change.file.people.find(({ id }) => id === session.personId);
        if (!person || !answersFor(change.file, person, change.today).some(({ id }) => id === personId)) throw PROBLEM.onlyYourOwnDetailsCan();
        if (isEnded(change.row.stage)) throw PROBLEM.notNow();
        await services.underwriting.answer(change, personId, said);
      });
    },
    /** Who applies has read what they are given: the result that was shown to them. */
    async readAssistance(session: DoorSessionRow, resultId: string, actor: Actor): Promise<void> {
      await services.files.change({ id: session.fileId }, { version: null, actor }, (change) => {
        const person = change.file.people.find(({ id }) => id === session.personId);
        if (!person || !choosesPlans(change.file, person)) throw PROBLEM.notNow();
        return services.assistance.read(change, resultId, 'frontDoor');
      });
    },
    /** Who applies chooses a plan for everybody covered. */
    async choosePlan(session: DoorSessionRow, plan: string, actor: Actor): Promise<void> {
      await services.files.change({ id: session.fileId }, { version: null, actor }, (change) => {
        const person = change.file.people.find(({ id }) => id === session.personId);
        if (!person || !choosesPlans(change.file, person)) throw PROBLEM.notNow();
        return services.assistance.choosePlan(change, plan);
      });
    },
    /** The papers of a policy, for those who applied for it. */
    async policyPaper(session: DoorSessionRow, paper: 'schedule' | 'cards'): Promise<Buffer> {
      const { file } = await services.files.state({ id: session.fileId });
      const person = file.people.find(({ id }) => id === session.personId);
      if (!person || policyFor(file, person) === null) throw PROBLEM.noPolicy();
      return services.policies.papers[paper](file);
    },
  };
}
export type DoorService = ReturnType<typeof doorService>;

/** Papers that are named beforehand; more would frighten. */
const MOST_PAPERS = 6;

/** What somebody wants to know of a product before they begin. */
function aboutOf(
  product: ProductDefinition,
  pack: PlacePack,
  today: IsoDate,
): Pick<PublicProduct, 'line' | 'purposes' | 'example' | 'amounts' | 'plans' | 'papers' | 'contact'> {
  const money = moneyIn(pack);
  const percent = (share: number): string => inPercent(share).replace(' ', '\u00a0');
  const example = exampleOf(product, pack, today);
  const listed = (all: string[]): string | null => (all.length === 0 ? null : speakerFor(pack)(say('door.list', { parts: { all, by: 'and' } })));
  return {
    purposes: listed(product.purposes.map((one) => one.charAt(0).toLowerCase() + one.slice(1))),
    line: product.line,
    amounts:
      product.cover && (product.cover.benefit === null || product.cover.lines)
        ? null
        : { from: money(product.bounds.amount.least), upTo: money(product.bounds.amount.most) },
    plans: product.cover?.plans.map(({ label, says }) => ({ label, says })) ?? [],
    papers: listed([...new Set(product.conditions.map(({ label }) => label))].slice(0, MOST_PAPERS)),
    contact: pack.contact,
    example: example && {
      amount: money(example.amount),
      months: example.termMonths,
      rate: percent(example.annualRate),
      percentageRate: example.percentageRate === null ? null : percent(example.percentageRate),
      payment: money(example.payment),
      total: money(example.total),
    },
  };
}

/** What a loan costs, in a line for who owes it; null where nothing is lent or it can't be worked out yet. */
function costsFor(file: FileState, personId: string, today: IsoDate): DoorView['costs'] {
  const person = file.people.find(({ id }) => id === personId);
  const costs = person && speaksFor(file, person).some((one) => plays(one, OWING_ROLES)) && file.stage !== 'declined' ? costsOf(file, today) : null;
  const money = moneyIn(file.pack);
  return costs && { payment: money(costs.payment), total: money(totalPayableOf(costs)) };
}

/** The language in which somebody reads a text: their own where the text is there in it. */
function languageOf(file: FileState, personId: string, kind: string): string {
  const own = file.people.find(({ id }) => id === personId)?.language ?? 'en';
  return file.product.consents.find((consent) => consent.kind === kind)?.text[own] === undefined ? 'en' : own;
}

const lockedProblem = () => PROBLEM.codeLocked({ lockMinutes: LOCK_MINUTES }, 'code');

function refuseLocked(lockedUntil: string | null, at: Date): void {
  if (lockedUntil && lockedUntil > at.toISOString()) throw lockedProblem();
}

function outcomeOf({ stage }: FileState): DoorView['outcome'] {
  return stage === 'declined' || stage === 'withdrawn' || stage === 'lapsed' || stage === 'done' ? stage : 'open';
}

/** The offer that waits for somebody's answer, or that they answered; null where there is none for them. */
function offerFor(file: FileState, person: FilePerson, today: IsoDate): DoorView['offer'] {
  const { offer } = file;
  if (!offer || !answerersOf(file).includes(person)) return null;
  if (offer.state !== 'open' && offer.state !== 'accepted') return null;
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const { terms } = offer;
  return {
    id: offer.id,
    kind: offer.kind,
    until: offer.until,
    open: offer.state === 'open' && offer.until >= today && !isEnded(file.stage),
    mine: offer.answers.find(({ personId }) => personId === person.id)?.answer ?? null,
    waitsFor:
      offer.state === 'open'
        ? awaitedOf(file, offer)
            .filter(({ id }) => id !== person.id)
            .map(personName)
        : [],
    terms: [
      file.product.cover?.benefit === null && terms.covered
        ? { label: speak(say('policyPaper.covered')), value: terms.covered.map(({ name }) => name).join(', ') }
        : {
            label: speak(terms.covered ? say('policyPaper.benefit') : terms.insured ? say('policyPaper.insured') : say('notice.amount')),
            value: money(terms.amount),
          },
      ...insuredOf(terms.insured ?? []).map(({ line, insured }) => ({ label: speak(line), value: insured === null ? '' : money(insured) })),
      ...(terms.termMonths === null ? [] : [{ label: speak(say('notice.term')), value: speak(say('notice.months', { months: terms.termMonths })) }]),
      ...(terms.payment === null
        ? []
        : [
            {
              label: speak((terms.covered ?? terms.insured) ? say('policyPaper.premium', { mode: modeOf(file)?.label ?? '' }) : say('notice.payment')),
              value: money(terms.payment),
            },
          ]),
      ...(terms.covered ?? []).flatMap(({ name, loading, perMille, leftOut }) => [
        ...(loading + perMille > 0 ? [{ label: name, value: speak(say('policyPaper.raised', { share: { percent: loading } })) }] : []),
        ...leftOut.map((what) => ({ label: name, value: speak(say('policyPaper.without', { what })) })),
      ]),
      ...(terms.rate === null ? [] : [{ label: speak(say('notice.rate')), value: inPercent(terms.rate) }]),
      ...(terms.totalPayable === null ? [] : [{ label: speak(say('notice.total')), value: money(terms.totalPayable) }]),
      ...(terms.paidOut === null ? [] : [{ label: speak(say('notice.paidOut')), value: money(terms.paidOut) }]),
    ],
    conditions: offer.conditions.map(({ text, metAt }) => ({ text, met: metAt !== null })),
    reasons: offer.kind === 'changed' ? principalReasons(file) : [],
  };
}

/** What a phone shows of many lines: the first of them, and how many more the policy names. */
const LINES_SHOWN = 12;
function insuredOf(insured: NonNullable<OfferTerms['insured']>): { line: Words; insured: Minor | null }[] {
  const more = insured.length - LINES_SHOWN;
  return [...insured.slice(0, LINES_SHOWN), ...(more > 0 ? [{ line: say('policyPaper.moreLines', { lines: more }), insured: null }] : [])];
}

const modeOf = ({ product, request }: FileState) => (product.cover ? paymentMode(product.cover, request.premiumMode) : null);

function stepsOf(file: FileState): DoorView['steps'] {
  const { steps } = file.product.words;
  const stages = file.product.route.filter((stage) => steps[stage] !== undefined);
  const here = stages.indexOf(file.stage);
  return stages.map((stage, at) => ({ label: steps[stage] ?? stage, state: file.stage === 'done' || at < here ? 'past' : at === here ? 'now' : 'ahead' }));
}

/** What the Path holds the applicant to, and is about this person. Signing has its own place. */
function tasksFor(person: FilePerson, path: Path, speak: Speak): DoorView['tasks'] {
  return path.entries
    .filter(({ holder, personId, place }) => holder === 'applicant' && personId === person.id && place.chapter === 'conditions')
    .map(({ key, what, why, due, place }) => ({
      key,
      what: speak(what),
      why: speak(why),
      due,
      conditionKey: place.anchor,
      acceptable: path.conditions.find((condition) => condition.key === place.anchor)?.rule?.acceptable ?? [],
    }));
}

function signingOf(file: FileState, person: FilePerson, pages: number): DoorView['signing'] {
  const envelope = latestSigned(file);
  if (!envelope || envelope.state === 'making' || file.stage === 'declined') return null;
  const signer = envelope.signers.find(({ personId }) => personId === person.id);
  if (!signer) return null;
  const before = envelope.signers.find(({ state }) => state === 'invited');
  const waitingFor = file.people.find(({ id }) => id === before?.personId);
  const { choice, initials } = file.product.signing;
  const { document } = envelope;
  const asks = document === 'agreement';
  return {
    document,
    title: titleOf(file, document),
    state: signer.state === 'signed' ? 'signed' : signer.state === 'invited' ? 'yours' : 'waiting',
    waitingFor: before && before.personId !== person.id && waitingFor ? personName(waitingFor) : null,
    consentedAt: signer.consentedAt,
    readAt: signer.readAt,
    pages,
    question: asks ? choice.question : null,
    options: asks ? choice.options : [],
    initials: asks ? initials : [],
    complete: envelope.state === 'complete',
  };
}

/** About whose health somebody answers: their own, and that of children where they apply. */
function answersFor(file: FileState, person: FilePerson, today: IsoDate): FilePerson[] {
  const isChild = ({ birthDate }: FilePerson): boolean => birthDate !== null && yearsBetween(birthDate, today) < OF_AGE;
  return [person, ...(plays(person, ['applicant', 'coApplicant']) ? file.people.filter((one) => plays(one, ['dependant']) && isChild(one)) : [])];
}
const OF_AGE = 18;

function healthFor(file: FileState, person: FilePerson, today: IsoDate): DoorView['health'] {
  if (isEnded(file.stage)) return 'none';
  const asked = answersFor(file, person, today).filter(({ id }) => healthAskedOf(file).some((one) => one.id === id));
  if (asked.length === 0) return 'none';
  const states = asked.map(({ id }) => file.health.find(({ personId }) => personId === id)?.state ?? 'open');
  return states.includes('barred') ? 'barred' : states.includes('open') ? 'open' : 'complete';
}

/** Who applies chooses plans while details are taken, and nobody has signed. */
const choosesPlans = (file: FileState, person: FilePerson): boolean =>
  file.stage === 'details' && !isLocked(file) && file.covers.length > 0 && (file.product.cover?.plans.length ?? 0) > 1 && answerersOf(file).includes(person);

function assistanceFor(file: FileState, person: FilePerson, today: IsoDate): DoorView['assistance'] {
  const result = file.assistanceResult;
  // A result that is worked otherwise now isn't shown any more: another is given.
  if (!result || !choosesPlans(file, person) || assistanceStanding(file, assistanceOf(file, today)) === 'toGive') return null;
  const speak = speakerFor(file.pack);
  return { resultId: result.id, lines: letterOf(file, result.figures).map(speak), most: moneyIn(file.pack)(result.figures.most), readAt: result.readAt };
}

function plansFor(file: FileState, person: FilePerson, today: IsoDate): DoorView['plans'] {
  if (!choosesPlans(file, person)) return null;
  const bar = barToPlan(file);
  const money = moneyIn(file.pack);
  return {
    mode: modeOf(file)?.label ?? '',
    bar: bar === null ? null : speakerFor(file.pack)(file.request.assistance === null ? say('door.assistanceUnsaid') : say('door.readAssistanceFirst')),
    choices: comparePlans(file, today).map(({ plan: { code, label, says, leavesOut }, each }) => ({
      code,
      label,
      says,
      leavesOut,
      each: each === null ? null : money(each),
      chosen: file.covers.every(({ plan }) => plan === code),
    })),
  };
}

function policyFor(file: FileState, person: FilePerson): DoorView['policy'] {
  const { policy } = file;
  if (policy?.number == null || !answerersOf(file).includes(person)) return null;
  const { number, startsOn, endsOn, freeLookUntil, state } = policy;
  return { number, startsOn, endsOn, freeLookUntil, ended: state === 'ended', cards: file.covers.length > 0 };
}

/** What somebody signed and everybody else did too, for as long as the file is kept. */
const sealedFor = (file: FileState, person: FilePerson): DoorView['sealed'] =>
  envelopesOf(file)
    .filter(({ state, signers }) => state === 'complete' && signers.some(({ personId }) => personId === person.id))
    .map(({ document }) => ({ document, title: titleOf(file, document) }));
