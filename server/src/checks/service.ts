import { PROBLEM } from './problems';
import {
  askableChecks,
  checkSubject,
  currentCheck,
  findingSubject,
  hasConsent,
  isEnded,
  KINDS_OF_CHECK,
  lackedBy,
  matterOf,
  may,
  needsAnother,
  wantedChecks,
  type CheckKind,
  type FilePerson,
  type Finding,
  type StaffRole,
  wordsAsText,
  say,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { refused, SYSTEM, type Actor } from '../http/index';
import { OutsideError } from '../outside/index';
import { ASK_SERVICE } from './kinds/index';
import type { Found } from './kinds/kind';
import type { CheckRow, ChecksStore } from './store';

type Resolution = NonNullable<Finding['resolution']>;

export function checksService({ services, jobs, config }: House, store: ChecksStore) {
  /** Asks the service, while nothing is held, and writes the answer into the file. Safe to do twice: an answered check stays as it is. */
  async function run(checkId: string): Promise<void> {
    const check = await store.byId(checkId);
    if (!check || check.state === 'answered') return;
    const { file, today } = await services.files.state({ id: check.fileId });
    const person = file.people.find(({ id }) => id === check.personId);
    if (person && !hasConsent(file, person.id, file.product.lookUpConsent)) return cancel(check);
    if (!person || checkSubject(person) !== check.askedAbout) return answer(check, [], 'superseded');
    const found = await ASK_SERVICE[check.kind]({
      checkId: check.id,
      file,
      today,
      person,
      pack: file.pack,
      outside: config.outside,
      number: () => services.detailsStore.reveal('person', check.fileId, person.id, 'idNumber'),
    }).catch(async (error: unknown) => {
      if (error instanceof OutsideError) await failedOnce(check, error.problem);
      throw error;
    });
    await answer(check, found, null);
  }

  /** That a service didn't answer is shown with the check; nobody did anything, so history says nothing. */
  async function failedOnce(check: CheckRow, problem: string): Promise<void> {
    await store.failedOnce(check, problem);
    await services.files.refresh({ id: check.fileId });
  }

  /** A check that may not be made any more is taken away, so that it never counts as answered. */
  async function cancel(check: CheckRow): Promise<void> {
    await services.files.change({ id: check.fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.removeWaiting(check.id, change.tx)) === 0) return;
      await change.reload('checks');
      change.record('check.cancel', `check/${check.id}`, null, 'consentWithdrawn');
    });
  }

  async function answer({ id, fileId, kind }: CheckRow, found: readonly Found[], note: 'superseded' | null): Promise<void> {
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.answered(id, change.now, change.tx)) === 0) return;
      await store.insertFindings(
        fileId,
        id,
        found.map((one) => ({ id: nanoid(), resolution: null, reason: null, resolvedBy: null, resolvedAt: null, ...one })),
        change.tx,
      );
      await change.reload('checks');
      const open = found.filter(({ agrees }) => !agrees).length;
      change.record('check.answer', `check/${id}`, null, note ?? JSON.stringify({ kind, open }));
    });
  }

  /** Writes into a file that is being changed that services are asked, and has them asked afterwards. */
  async function ask(change: FileChange, asked: readonly { person: FilePerson; kind: CheckKind }[]): Promise<void> {
    for (const { person, kind } of asked) {
      const id = nanoid();
      await store.insert(
        {
          id,
          fileId: change.row.id,
          personId: person.id,
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
      change.record('check.ask', `check/${id}`, null, JSON.stringify({ kind, of: person.fullName }));
    }
    await change.reload('checks');
    change.afterwards(() => jobs.poke());
  }

  return {
    run,
    async askFor(reference: string, version: number, personId: string, kind: CheckKind, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const { file } = change;
        if (isEnded(file.stage)) throw PROBLEM.ended();
        const wanted = wantedChecks(file).find(({ person, rule }) => person.id === personId && rule.kind === kind);
        if (!wanted) throw PROBLEM.noPersonWhomThisCheckAbout();
        const { person } = wanted;
        if (!hasConsent(file, personId, file.product.lookUpConsent)) throw PROBLEM.consentMissing();
        const missing = lackedBy(kind, person);
        if (missing.length > 0) throw refused('details-missing', say('checks.checkNeedsFirst', { missing: { all: missing, by: 'and' } }));
        if (currentCheck(file, person, kind)?.state === 'waiting') throw PROBLEM.checkWaiting();
        await ask(change, [{ person, kind }]);
      });
    },
    /** Asks for every check that can be asked for now, in one act. */
    async askForAll(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        if (isEnded(change.file.stage)) throw PROBLEM.ended();
        const askable = askableChecks(change.file);
        if (askable.length === 0) throw PROBLEM.nothingToAsk();
        await ask(
          change,
          askable.map(({ person, rule: { kind } }) => ({ person, kind })),
        );
      });
    },
    /** Settles one finding in a way that its kind of check knows: by who keeps the file, or by compliance. */
    async resolve(
      reference: string,
      version: number,
      findingId: string,
      resolution: Resolution,
      reason: string,
      actor: Actor & { me: { role: StaffRole } },
    ): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const check = change.file.checks.find(({ findings }) => findings.some(({ id }) => id === findingId));
        const found = check?.findings.find(({ id }) => id === findingId);
        if (!check || !found) throw PROBLEM.noFinding();
        if (isEnded(change.file.stage)) throw PROBLEM.ended();
        const { settledBy, resolutions } = KINDS_OF_CHECK[check.kind];
        const byCompliance = settledBy === 'compliance';
        if (byCompliance && !may(actor.me.role, 'candidate.decide')) throw PROBLEM.watchlistEntryDecidedComplianceReviewer();
        if (!resolutions.includes(resolution)) throw PROBLEM.resolutionUnfit();
        if (found.agrees || found.resolution !== null) throw PROBLEM.findingSettled();
        await store.resolve(findingId, { resolution, reason, resolvedBy: actor.name, resolvedAt: change.now }, change.tx);
        await change.reload('checks');
        change.record(
          byCompliance ? 'candidate.decide' : 'finding.resolve',
          `finding/${findingId}`,
          wordsAsText(found.label),
          JSON.stringify({ resolution, reason }),
        );
        const matter = resolution === 'confirmed' ? matterOf(found) : null;
        if (matter !== null && needsAnother(change.file.product, matter)) await services.conditions.put(change, findingSubject(found), null, reason);
      });
    },
  };
}
export type ChecksService = ReturnType<typeof checksService>;
