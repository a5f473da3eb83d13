import { PROBLEM } from './problems';
import type { JudgePaper } from '@cavren/contract';
import { conditionsOf, isEnded, leaps, moneyIn, outOf, statedFigure, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { digestOf } from '../bytes/index';
import type { Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { type Actor } from '../http/index';
import { examinePaper } from './examine';
import type { PapersStore } from './store';

export interface UploadedPaper {
  name: string;
  content: Buffer;
  conditionKey: string | null;
}

/** What one file may hold in all, and what one person may send to it from the front door. */
const MOST_OF_FILE = { papers: 400, bytes: 600 * 1024 * 1024 };
const MOST_OF_PERSON = { papers: 60, bytes: 150 * 1024 * 1024 };

export function papersService({ services, bytes }: House, store: PapersStore) {
  async function refuseFull(fileId: string, personId: string | null, more: number, tx: Tx): Promise<void> {
    const isFull = (weight: { papers: number; bytes: number }, most: typeof MOST_OF_FILE): boolean =>
      weight.papers >= most.papers || weight.bytes + more > most.bytes;
    if (isFull(await store.weight(fileId, null, tx), MOST_OF_FILE)) throw PROBLEM.fileFull({ most: MOST_OF_FILE.papers });
    if (personId !== null && isFull(await store.weight(fileId, personId, tx), MOST_OF_PERSON)) throw PROBLEM.yourShareFull();
  }
  return {
    /** Takes a paper in: looked at by content, kept by its hash, then entered in the file. @param also what follows from it, in the same change. */
    async add(
      where: { reference: string } | { id: string },
      paper: UploadedPaper,
      personId: string | null,
      actor: Actor,
      also?: (change: FileChange, id: string) => Promise<void>,
    ): Promise<Changed> {
      const active = async () => (await services.files.state(where)).file.product.activePapers;
      const { type: mediaType, content, cleaned } = await examinePaper(paper.content, active);
      const contentHash = await bytes.put(content);
      // Bytes that no file took are taken away again, unless another paper is the same.
      const refusedBytes = async (error: unknown): Promise<never> => {
        if (!(await store.isKept(contentHash))) await bytes.remove(contentHash);
        throw error;
      };
      return services.files
        .change(where, { version: null, actor }, async (change) => {
          refuseEnded(change.file, paper.conditionKey);
          await refuseFull(change.row.id, personId, content.length, change.tx);
          const condition = conditionsOf(change.file).find(({ key, rule }) => key === paper.conditionKey && rule !== null);
          if (paper.conditionKey !== null && !condition) throw PROBLEM.fileHasNoSuchCondition({}, 'conditionKey');
          if (personId !== null && condition?.personId !== personId) throw PROBLEM.noCondition();
          const id = nanoid();
          await store.insert(
            {
              id,
              fileId: change.row.id,
              personId: personId ?? condition?.personId ?? null,
              conditionKey: paper.conditionKey,
              name: cleanName(paper.name),
              mediaType,
              bytes: content.length,
              contentHash,
              state: 'received',
              reason: null,
              addedAt: change.now,
              addedBy: actor.name,
              judgedBy: null,
              judgedAt: null,
              proofPage: null,
              proofAmount: null,
            },
            change.tx,
          );
          await change.reload('papers');
          change.record(
            'paper.add',
            condition ? `condition/${condition.key}` : 'papers',
            null,
            JSON.stringify({
              name: cleanName(paper.name),
              mediaType,
              bytes: content.length,
              digest: contentHash.slice(0, 12),
              ...(cleaned ? { sent: digestOf(paper.content).slice(0, 12) } : {}),
            }),
          );
          await also?.(change, id);
        })
        .catch(refusedBytes);
    },
    async judge(reference: string, id: string, verdict: JudgePaper, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version: verdict.version, actor }, async (change) => {
        const paper = change.file.papers.find((candidate) => candidate.id === id);
        refuseEnded(change.file, paper?.conditionKey ?? null);
        if (!paper || paper.state === 'removed') throw PROBLEM.noPaper();
        const condition = conditionsOf(change.file).find(({ key }) => key === paper.conditionKey);
        const judged = { judgedBy: actor.name, judgedAt: change.now };
        if (verdict.verdict === 'sentBack') {
          refuseSigned(change.file);
          await store.update(id, { ...judged, state: 'sentBack', reason: verdict.reason, proofPage: null, proofAmount: null }, change.tx);
          await change.reload('papers');
          change.record('paper.judge', `paper/${id}`, paper.state, JSON.stringify({ verdict: 'sentBack', reason: verdict.reason }));
          return;
        }
        if (!condition?.rule) throw PROBLEM.paperUnattached();
        if (condition.rule.showsAmount && verdict.amount === null) throw PROBLEM.giveAmountPaperShows({}, 'amount');
        const amount = condition.rule.showsAmount ? verdict.amount : null;
        const income = change.file.incomes.find(({ id }) => condition.key === `income:${id}`);
        const stated = income ? statedFigure(change.file, income, change.today) : null;
        if (amount !== null && !verdict.sure && leaps(stated, amount)) {
          const money = moneyIn(change.file.pack);
          throw PROBLEM.leap({ shown: money(amount), stated: money(stated ?? 0) }, 'amount');
        }
        await store.update(id, { ...judged, state: 'accepted', reason: null, proofPage: verdict.page, proofAmount: amount }, change.tx);
        await change.reload('papers');
        change.record('paper.judge', `paper/${id}`, paper.state, JSON.stringify({ verdict: 'accepted', page: verdict.page, amount }));
      });
    },
    /** Takes a paper out of the file; its bytes and its history stay. What it proved is open again. */
    async remove(reference: string, version: number, id: string, reason: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        refuseEnded(change.file, null);
        refuseSigned(change.file);
        const paper = change.file.papers.find((candidate) => candidate.id === id);
        if (!paper || paper.state === 'removed') throw PROBLEM.noPaper();
        await store.update(id, { state: 'removed', reason, proofPage: null, proofAmount: null }, change.tx);
        await change.reload('papers');
        change.record('paper.remove', `paper/${id}`, paper.name, reason);
      });
    },
    async content(fileId: string, id: string, personId: string | null): Promise<{ content: Buffer; mediaType: string; name: string }> {
      const row = await store.byId(fileId, id);
      if (!row || (personId !== null && row.personId !== personId)) throw PROBLEM.noPaper();
      return { content: await bytes.get(row.contentHash), mediaType: row.mediaType, name: row.name };
    },
  };
}
export type PapersService = ReturnType<typeof papersService>;

/** An ended file takes no papers, but for what could come later. @param conditionKey what they are for. */
function refuseEnded(file: FileState, conditionKey: string | null): void {
  const mayComeLater = file.stage === 'done' && conditionsOf(file).some(({ key, until }) => key === conditionKey && until !== null);
  if (isEnded(file.stage) && !mayComeLater) throw PROBLEM.ended();
}

/** What is out for signature, or a signed agreement, rests on can't be taken away under it. */
function refuseSigned(file: FileState): void {
  if (outOf(file)?.state === 'out' || file.envelope?.state === 'complete') throw PROBLEM.fileLocked();
}

/** A name as it may be shown and stored: its last part, no control characters, at most 200 characters. */
function cleanName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  const shown = last.replace(/[\p{Cc}\p{Cs}]/gu, '').trim();
  // By whole characters: half of one could be written down nowhere.
  return [...shown].slice(0, 200).join('') || 'paper';
}
