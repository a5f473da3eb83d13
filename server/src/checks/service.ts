import { RegisterAnswer, WatchlistAnswer, type FileView } from '@cavren/contract';
import {
  checkSubject,
  compareWithRegister,
  currentCheck,
  hasConsent,
  may,
  NUMBER_KINDS,
  numberKindOf,
  plays,
  watchlistCandidates,
  type Check,
  type FilePerson,
  type FileState,
  type Finding,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Config } from '../config/index';
import type { DetailsStore } from '../details/index';
import type { Files } from '../files/index';
import { forbidden, notFound, refused, SYSTEM, type Actor } from '../http/index';
import type { Jobs } from '../jobs/index';
import { ask, OutsideError } from '../outside/index';
import type { ChecksStore } from './store';

interface Parts {
  files: Files;
  store: ChecksStore;
  details: DetailsStore;
  jobs: Jobs;
  outside: Config['outside'];
}

type Resolution = NonNullable<Finding['resolution']>;

export function checksService({ files, store, details, jobs, outside }: Parts) {
  /** Asks the service and writes the answer into the file. Safe to do twice: an answered check stays as it is. */
  async function run(checkId: string): Promise<void> {
    const check = await store.byId(checkId);
    if (!check || check.state === 'answered') return;
    const { file } = await files.state(check.fileId);
    const person = file.people.find(({ id }) => id === check.personId);
    if (person && !hasConsent(file, person.id, file.product.lookUpConsent)) {
      await cancel(check, 'the consent was withdrawn before the service was asked');
      return;
    }
    if (!person || checkSubject(person) !== check.askedAbout) {
      await writeAnswer(check.fileId, check, [], 'The details were changed before the service answered');
      return;
    }
    const findings = await findingsFor(check, person, file).catch(async (error: unknown) => {
      if (error instanceof OutsideError) await store.failedOnce(check, error.problem);
      throw error;
    });
    await writeAnswer(check.fileId, check, findings, null);
  }

  /** A check that may not be made any more is taken away, so that it never counts as answered. */
  async function cancel(check: { id: string; fileId: string }, why: string): Promise<void> {
    await files.change({ id: check.fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.removeWaiting(check.id, change.tx)) > 0) change.record('check.cancel', `check/${check.id}`, null, why);
    });
  }

  async function findingsFor(check: { id: string; kind: Check['kind']; fileId: string }, person: FilePerson, file: FileState): Promise<Finding[]> {
    if (check.kind === 'watchlist') {
      const { entries } = await ask({
        service: 'The watchlist',
        url: `${outside.watchlist}/candidates`,
        body: { fullName: person.fullName ?? '' },
        answer: WatchlistAnswer,
        idempotencyKey: check.id,
      });
      return watchlistCandidates({ fullName: person.fullName ?? '', birthDate: person.birthDate }, entries).map(({ entry, score, reasons }) =>
        finding({ kind: 'candidate', label: entry.name, stated: person.fullName, found: `${entry.list}, ${entry.reference}`, agrees: false, score, reasons }),
      );
    }
    const number = await details.reveal('person', check.fileId, person.id, 'idNumber');
    const { record } = await ask({
      service: 'The register of persons',
      url: `${outside.register}/persons`,
      body: { number: number ?? '', fullName: person.fullName ?? '', birthDate: person.birthDate ?? '' },
      answer: RegisterAnswer,
      idempotencyKey: check.id,
    });
    return compareWithRegister({ fullName: person.fullName, birthDate: person.birthDate }, record).map((comparison) =>
      finding({
        kind: 'field',
        ...comparison,
        label: comparison.label === 'Identity number' ? NUMBER_KINDS[numberKindOf(file.pack, person, 'identity')].label : comparison.label,
      }),
    );
  }

  async function writeAnswer(fileId: string, check: { id: string; kind: Check['kind'] }, findings: Finding[], note: string | null): Promise<void> {
    await files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.answered(check.id, change.now, change.tx)) === 0) return;
      await store.insertFindings(fileId, check.id, findings, change.tx);
      const open = findings.filter(({ agrees }) => !agrees).length;
      change.record('check.answer', `check/${check.id}`, null, note ?? `${check.kind}: ${open === 0 ? 'nothing to settle' : `${open} to settle`}`);
    });
  }

  return {
    run,
    async askFor(reference: string, version: number, personId: string, kind: Check['kind'], actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        const { file } = change;
        const person = file.people.find(({ id }) => id === personId);
        const rule = file.product.checks.find((candidate) => candidate.kind === kind);
        if (!person || !rule || !plays(person, rule.roles)) throw notFound('A person whom this check is about');
        if (!hasConsent(file, personId, file.product.lookUpConsent)) throw refused('consent-missing', 'Record the consent to the look-up first.');
        const missing = [!person.fullName && 'name', !person.birthDate && 'birth date', kind === 'identity' && !person.idNumber && 'identity number'].filter(
          Boolean,
        );
        if (missing.length > 0) throw refused('details-missing', `The check needs the ${missing.join(' and ')} first.`);
        if (currentCheck(file, person, kind)?.state === 'waiting') throw refused('check-waiting', 'This check is waiting for the service already.');
        const id = nanoid();
        await store.insert(
          {
            id,
            fileId: change.row.id,
            personId,
            kind,
            state: 'waiting',
            askedAbout: checkSubject(person),
            askedAt: change.now,
            answeredAt: null,
            attempts: 0,
            lastProblem: null,
          },
          change.tx,
        );
        await jobs.add('check.run', id, change.tx);
        change.record('check.ask', `check/${id}`, null, `${kind} of ${person.fullName ?? ''}`);
        change.afterwards(() => jobs.poke());
      });
    },
    /** Settles one finding: a mismatch by who keeps the file, a watchlist entry by who may decide such. */
    async resolve(
      reference: string,
      version: number,
      findingId: string,
      resolution: Resolution,
      reason: string,
      actor: Actor & { me: { role: Parameters<typeof may>[0] } },
    ): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        const found = change.file.checks.flatMap(({ findings }) => findings).find(({ id }) => id === findingId);
        if (!found) throw notFound('This finding');
        const candidate = found.kind === 'candidate';
        if (candidate && !may(actor.me.role, 'candidate.decide')) throw forbidden('A watchlist entry is decided by a compliance reviewer.');
        const fits = candidate ? resolution === 'differentPerson' || resolution === 'samePerson' : resolution === 'confirmed' || resolution === 'corrected';
        if (!fits) throw refused('resolution-unfit', 'This kind of finding is not settled that way.');
        if (found.agrees || found.resolution !== null) throw refused('finding-settled', 'This finding is settled already.');
        await store.resolve(findingId, { resolution, reason, resolvedBy: actor.name, resolvedAt: change.now }, change.tx);
        change.record(candidate ? 'candidate.decide' : 'finding.resolve', `finding/${findingId}`, found.label, `${resolution}: ${reason}`);
      });
    },
  };
}
export type ChecksService = ReturnType<typeof checksService>;

function finding(values: Pick<Finding, 'kind' | 'label' | 'stated' | 'found' | 'agrees' | 'score' | 'reasons'>): Finding {
  return { id: nanoid(), resolution: null, reason: null, resolvedBy: null, resolvedAt: null, ...values };
}
