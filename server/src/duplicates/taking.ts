import { descriptionOf, fieldOf, heldPapers, loanWithUs, whatStillHolds, type FieldValue, type FileState, type Reused, type RowEntity } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { FileChange } from '../files/index';
import type { Services } from '../house/index';

/**
 * Takes over what still holds of somebody whom the register knows, from the newest other file that they are in: their
 * rows, and papers that still prove them, which are looked at again. Loans of ours that they owe stand as commitments,
 * from whichever file.
 * @param personId their entry in the register. @param id who they are in the file.
 */
export async function takeWhatHolds(services: Services, change: FileChange, personId: string, id: string): Promise<void> {
  const { file, row, today, tx, now } = change;
  const { currency } = file.pack;
  const earlier = await newestWith(services, change, personId);
  const ids = new Map<string, string>(earlier ? [[earlier.id, id]] : []);
  const add = (entity: RowEntity, values: Record<string, FieldValue>): string | null => {
    // What a product doesn't ask about is not brought into its files.
    if (!file.product.chapters.some((chapter) => chapter === descriptionOf(entity).chapter)) return null;
    const fresh = nanoid();
    change.apply({ op: 'add', entity, id: fresh, values });
    return fresh;
  };
  if (earlier) {
    const { file: before } = earlier;
    for (const one of whatStillHolds(before, earlier.id, today, currency)) {
      const added = add(one.entity, asOf(one, ids, id));
      if (added === null) continue;
      ids.set(one.from, added);
      for (const field of Object.keys(descriptionOf(one.entity).fields).filter((name) => fieldOf(one.entity, name)?.kind === 'hidden')) {
        const number = await services.detailsStore.reveal(one.entity, earlier.fileId, one.from, field, tx);
        if (number === null) continue;
        change.hide(`${one.entity}/${added}/${field}`, number);
        change.apply({ op: 'set', entity: one.entity, id: added, field, value: number });
      }
    }
    for (const { paper, code, about } of heldPapers(before, earlier.id, today)) {
      const mine = ids.get(about);
      const kept = mine === undefined ? null : await services.papersStore.byId(earlier.fileId, paper.id, tx);
      if (!kept) continue;
      const added = { ...kept, id: nanoid(), fileId: row.id, personId: null, conditionKey: `${code}:${mine}`, state: 'received' as const, addedAt: now };
      await services.papersStore.insert({ ...added, judgedBy: null, judgedAt: null, proofPage: null, proofAmount: null }, tx);
      change.record('paper.carry', `paper/${added.id}`, null, JSON.stringify({ name: kept.name, from: before.reference }));
    }
    await change.reload('papers');
  }
  for (const loan of await services.personsStore.doneFilesOf(personId, tx)) {
    const lent = loan.fileId === earlier?.fileId ? earlier.file : (await services.files.state({ id: loan.fileId })).file;
    const owed = loanWithUs(lent, loan.id, today, lent.pack.notices?.creditor.name ?? lent.product.name, currency);
    if (owed) add('debt', { ...(owed as Record<string, FieldValue>), owners: id });
  }
}

interface Earlier {
  id: string;
  fileId: string;
  file: FileState;
}

/** The newest other file in which somebody is that reckons in the same currency, else the newest of all: who they are there, and the file. */
async function newestWith(services: Services, { file, row, tx }: FileChange, personId: string): Promise<Earlier | null> {
  let newest: Earlier | null = null;
  for (const there of await services.personsStore.inOtherFiles(personId, row.id, tx)) {
    const earlier: Earlier = { ...there, file: (await services.files.state({ id: there.fileId })).file };
    if (earlier.file.pack.currency === file.pack.currency) return earlier;
    newest ??= earlier;
  }
  return newest;
}

/** The values of a row that is taken over, with the ids of this file in the place of those of the earlier one. */
function asOf({ entity, values }: Reused, ids: ReadonlyMap<string, string>, id: string): Record<string, FieldValue> {
  const { owner } = descriptionOf(entity);
  return {
    ...values,
    ...(owner === null ? {} : { [owner]: id }),
    ...('incomeId' in values ? { incomeId: ids.get(String(values['incomeId'])) ?? null } : {}),
  };
}
