import { PROBLEM } from './problems';
import { fieldSchema, type OpenFile, type PersonMatch, type ProductOnOffer } from '@cavren/contract';
import {
  datesProblem,
  endingAnswers,
  identityNumberProblem,
  isoDate,
  makeReference,
  normalizeNumber,
  numberKindOf,
  offerBars,
  readPhone,
  type Certificate,
  type DetailChange,
  type FieldValue,
  type PlacePack,
  say,
  yearsBetween,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { randomInt } from 'node:crypto';
import { UniqueConstraintError } from '../db/index';
import type { FileChange, FileRow } from '../files/index';
import type { House } from '../house/index';
import { invalid, type Actor, type Wrong } from '../http/index';
import type { PersonRow } from '../persons/index';
import { onOffer, type ProductRow } from '../products/index';

/** What is known when a file is opened. */
interface Known {
  person: PersonRow | null;
  values: Record<string, FieldValue>;
  /** Persons of the register beside whom somebody new is entered. */
  matches: PersonMatch[];
}

const MOST_TRIES = 5;

/** Opening a file: for the right person, on a product that is on offer there and then, by somebody who may offer it. */
export function openingService({ services, now }: House) {
  /** The product, when it is on offer there and then, in this way, by this person. */
  async function offered(code: string, channel: string, certificates: Certificate[] | null) {
    const product = (await services.products.newest()).find((candidate) => candidate.code === code);
    if (!product) throw PROBLEM.thereNoSuchProduct({}, 'product');
    const [bar] = offerBars(product.definition, product.pack.name, { on: services.files.todayIn(product.pack), channel, certificates });
    if (bar) throw invalid([{ path: 'product', message: bar }]);
    return product;
  }

  /** What is wrong with the applicant as they were given, each at its field. */
  function judgeApplicant(wish: OpenFile, pack: PlacePack): Record<string, FieldValue> {
    const errors: Wrong[] = [];
    if (!wish.fullName?.trim()) errors.push({ path: 'fullName', message: say('opening.giveApplicantsName') });
    if (wish.birthDate && wish.birthDate >= services.files.todayIn(pack)) errors.push({ path: 'birthDate', message: say('opening.birthDateLiesPast') });
    const kind = numberKindOf(pack, { kind: wish.kind, idKind: null, taxKind: null }, 'identity');
    const wrong = wish.number ? identityNumberProblem(kind, wish.number, pack.identityNumber.unissuedAllowed) : null;
    if (wrong) errors.push({ path: 'number', message: wrong.message });
    const phone = wish.phone ? readPhone(wish.phone, pack.phoneRegion) : null;
    if (wish.phone && !phone) errors.push({ path: 'phone', message: say('opening.thisNoPhoneNumberGive') });
    if (wish.email && !fieldSchema('person', 'email')?.safeParse(wish.email).success)
      errors.push({ path: 'email', message: say('opening.eMailAddressLooksLike') });
    if (errors.length > 0) throw invalid(errors);
    return {
      kind: wish.kind,
      fullName: wish.fullName?.trim() ?? null,
      birthDate: wish.birthDate,
      idNumber: wish.number ? normalizeNumber(wish.number) : null,
      phone,
      email: wish.email,
    };
  }

  /** The known persons beside whom somebody new would be entered; with a reason given, each becomes a question for compliance. */
  async function besideWhom(wish: OpenFile, atDesk: boolean): Promise<PersonMatch[]> {
    const { fullName, birthDate, number, phone, email, differentBecause } = wish;
    const search = Object.fromEntries(
      Object.entries({ name: fullName, birthDate, number, phone, email }).filter(([, value]) => value !== null && value !== ''),
    );
    const matches = await services.persons.strongFor(search);
    const [first] = matches;
    if (first && atDesk && (differentBecause?.length ?? 0) < 3)
      throw invalid([
        { path: 'differentBecause', message: say('opening.knownAlready', { name: first.fullName, reasons: { all: first.reasons, by: 'comma' } }) },
      ]);
    return matches;
  }

  function refuseWish(wish: OpenFile, { pack, definition }: ProductRow, atDesk: boolean): void {
    if (atDesk && wish.channel === 'frontDoor') throw PROBLEM.onlyApplicantsBeginAtFront({}, 'channel');
    const wrong = datesProblem({
      signedOn: wish.signedOn,
      receivedOn: wish.receivedOn,
      keyedOn: services.files.todayIn(pack),
      within: definition.signedWithin,
    });
    if (wrong) throw invalid([{ path: wrong.field, message: wrong.message }]);
    if (wish.channel === 'post' && wish.signedOn === null) throw PROBLEM.giveDateOnWhichPaper({}, 'signedOn');
  }

  async function knownFor(wish: OpenFile, pack: ProductRow['pack'], round: string | null, atDesk: boolean): Promise<Known> {
    if (!wish.personId) return { person: null, values: judgeApplicant(wish, pack), matches: await besideWhom(wish, atDesk) };
    const person = await services.personsStore.byId(wish.personId);
    if (!person) throw PROBLEM.thisPersonNotRegister({}, 'personId');
    if (person.mergedInto) throw PROBLEM.thisEntryWasMergedInto({}, 'personId');
    const taken = round ? await services.personsStore.inRound(round, person.id, null) : null;
    if (taken) throw PROBLEM.roundTaken({ fullName: person.fullName, taken });
    return { person, values: services.personsStore.asFilePerson(person) as Record<string, FieldValue>, matches: [] };
  }

  /** Nobody who may not apply gets a reference. */
  function refuseTooYoung({ kind, birthDate }: Known['values'], { definition, pack }: ProductRow): void {
    const { least } = definition.bounds.applicantAge;
    if (kind === 'person' && typeof birthDate === 'string' && yearsBetween(isoDate(birthDate), services.files.todayIn(pack)) < least)
      throw PROBLEM.tooYoung({ name: definition.name, least }, 'birthDate');
  }

  /** The applicant as the first person of a file; hidden numbers go in whole. */
  function addApplicant(change: FileChange, id: string, values: Record<string, FieldValue>): void {
    const wish: DetailChange = { op: 'add', entity: 'person', id, values: { ...values, role: 'applicant' } };
    for (const field of ['idNumber', 'taxNumber']) change.hide(`person/${id}/${field}`, (values[field] as string | null | undefined) ?? null);
    change.apply(wish);
  }

  async function fill(change: FileChange, wish: OpenFile, applicantId: string, { person, values, matches }: Known): Promise<void> {
    const atDesk = change.actor.kind === 'staff';
    const { channel, receivedOn, signedOn } = wish;
    change.record('file.open', 'file', null, JSON.stringify({ product: change.file.product.name, channel, signedOn, receivedOn }));
    addApplicant(change, applicantId, values);
    if (person) {
      change.record('person.reuse', `person/${applicantId}`, null, person.fullName);
      await change.flush();
      await services.duplicates.takeWhatHolds(change, person.id, applicantId);
    }
    for (const match of matches) {
      change.record('duplicate.different', `person/${applicantId}`, match.fullName, wish.differentBecause);
      if (atDesk) {
        await change.flush();
        await services.duplicates.declare(change, applicantId, match, wish.differentBecause ?? '');
      }
    }
    await services.duplicates.enterFirst(change, applicantId, atDesk);
  }

  return {
    async open(wish: OpenFile, actor: Actor, ownerId = actor.id): Promise<{ reference: string; fileId: string; applicantId: string }> {
      const atDesk = actor.kind === 'staff';
      const product = await offered(wish.product, wish.channel, atDesk ? await services.certificates.of(actor.id) : null);
      refuseWish(wish, product, atDesk);
      const round = await services.rounds.takingPart(product.definition, wish.receivedOn);
      const known = await knownFor(wish, product.pack, round, atDesk);
      refuseTooYoung(known.values, product);
      for (let attempt = 1; ; attempt += 1) {
        const row = newRow(product, wish, round, now().toISOString(), ownerId, !atDesk);
        const applicantId = nanoid();
        try {
          await services.files.create(row, actor, (change) => fill(change, wish, applicantId, known));
          return { reference: row.reference, fileId: row.id, applicantId };
        } catch (error) {
          // Another file has drawn the same reference: drawn again.
          if (attempt >= MOST_TRIES || !(error instanceof UniqueConstraintError)) throw error;
        }
      }
    },
    /** What else is open to somebody whose matter was ended by an answer: products on offer in the same way that the answers don't bar. */
    async alternatives(reference: string, staffId: string): Promise<ProductOnOffer[]> {
      const { file, today } = await services.files.state({ reference });
      const certificates = await services.certificates.of(staffId);
      const others = (await services.products.newest()).filter(
        ({ code, definition }) => code !== file.product.code && endingAnswers({ ...file, product: definition }).length === 0,
      );
      return Promise.all(others.map((product) => onOffer(services, product, { on: today, channel: file.channel, certificates })));
    },
  };
}
export type OpeningService = ReturnType<typeof openingService>;

function newRow(product: ProductRow, wish: OpenFile, round: string | null, at: string, ownerId: string, withApplicant: boolean): FileRow {
  return {
    id: nanoid(),
    reference: makeReference(Array.from({ length: 6 }, () => randomInt(2 ** 31))),
    productId: product.id,
    productCode: product.code,
    version: 1,
    stage: 'details',
    stageSince: at,
    isOpen: true,
    channel: wish.channel,
    receivedOn: wish.receivedOn,
    signedOn: wish.signedOn,
    withApplicant,
    activeAt: at,
    warned: 0,
    round,
    openedAt: at,
    openedBy: ownerId,
    ownerId,
    applicant: null,
    amount: null,
    openNow: 0,
    historyLength: 0,
    nextWhat: null,
    nextHolder: null,
    nextDue: null,
    historyHash: null,
    lapseOn: null,
    wakesOn: null,
    completeOn: null,
    decideBy: null,
    decideHeldUntil: null,
  };
}
