import { PROBLEM } from './problems';
import type { PersonMatch, PersonMatches, RegisterItem, RegisterPage, RegisterView, SearchPersons } from '@cavren/contract';
import { fitOf, normalizeNumber, readPhone, readSearch, type Fit, type PersonWish } from '@cavren/core';
import { nanoid } from 'nanoid';
import { inTransaction, type Tx } from '../db/index';
import type { FileChange } from '../files/index';
import type { House } from '../house/index';
import { SYSTEM, type Actor } from '../http/index';
import type { FilePersonRow, InFile, MergeRow, PersonRow, PersonsStore } from './store';

interface Scored {
  row: PersonRow;
  fit: Fit;
}

const MOST_SHOWN = 10;

export function personsService({ db, jobs, now, services }: House, store: PersonsStore) {
  /** Everyone in the register who may be meant, best first. */
  async function candidates(wish: PersonWish, numberHashes: readonly string[], tx?: Tx): Promise<Scored[]> {
    const [byNumber, byHash, byContact, byName, born] = await Promise.all([
      wish.number ? store.byNumber(normalizeNumber(wish.number), tx) : [],
      store.byHash(numberHashes, tx),
      store.byContact(wish.phone, wish.email, tx),
      wish.name ? store.similar(wish.name, tx) : [],
      wish.birthDate ? store.bornOn(wish.birthDate, tx) : [],
    ]);
    const sameNumber = new Set([...byNumber, ...byHash].map(({ id }) => id));
    const rows = [...new Map([...byNumber, ...byHash, ...byContact, ...byName, ...born].map((row) => [row.id, row])).values()];
    const merged = await store.mergedNames(
      rows.map(({ id }) => id),
      tx,
    );
    return rows
      .map((row) => {
        const names = [row.fullName, row.knownAs, ...(merged.get(row.id) ?? [])].filter((name) => name !== null);
        return { row, fit: fitOf(wish, { names, birthDate: row.birthDate, phone: row.phone, email: row.email }, sameNumber.has(row.id)) };
      })
      .filter((found): found is Scored => found.fit !== null)
      .sort((a, b) => b.fit.score - a.fit.score || a.row.fullName.localeCompare(b.row.fullName));
  }

  async function readWish({ text, name, birthDate, number, phone, email }: SearchPersons): Promise<PersonWish> {
    const place = await services.products.homePlace();
    const read = text
      ? readSearch(text, place, services.files.todayIn(place))
      : { name: null, birthDate: null, number: null, phone: null, email: null, reference: null };
    if (phone && !readPhone(phone, place.phoneRegion)) throw PROBLEM.thisNoPhoneNumberGive({}, 'phone');
    return {
      ...read,
      name: name ?? read.name,
      birthDate: birthDate ?? read.birthDate,
      number: number ?? read.number,
      phone: phone ? readPhone(phone, place.phoneRegion) : read.phone,
      email: email?.toLowerCase() ?? read.email,
    };
  }

  const toItem = (row: PersonRow, files: InFile[]): RegisterItem => ({
    id: row.id,
    kind: row.kind,
    fullName: row.fullName,
    knownAs: row.knownAs,
    birthDate: row.birthDate,
    phone: row.phone,
    email: row.email,
    idNumberTail: row.idNumberTail,
    knownSince: row.createdAt,
    updatedAt: row.updatedAt,
    files,
  });

  async function toMatches(found: Scored[]): Promise<PersonMatch[]> {
    const shown = found.slice(0, MOST_SHOWN);
    const files = await store.filesOf(shown.map(({ row }) => row.id));
    return shown.map(({ row, fit }) => ({ ...toItem(row, files.get(row.id) ?? []), ...fit }));
  }

  /** Those who so strongly resemble somebody in a file that nobody may be entered beside them unseen. */
  async function strongMatches(person: FilePersonRow, tx: Tx): Promise<Scored[]> {
    const { fullName, birthDate, phone, email, idNumberHash, taxNumberHash } = person;
    const hashes = [idNumberHash, taxNumberHash].filter((hash) => hash !== null);
    const wish = { name: fullName, birthDate, number: null, phone, email: email?.toLowerCase() ?? null, reference: null };
    return (await candidates(wish, hashes, tx)).filter(({ fit }) => fit.strength === 'strong');
  }

  async function view(id: string): Promise<RegisterView> {
    const row = await store.byId(id);
    if (!row) throw PROBLEM.noPerson();
    const [files, merges] = await Promise.all([store.filesOf([id]), store.mergesOf(id)]);
    const names = new Map(
      await Promise.all(
        [...new Set(merges.flatMap(({ keptId, droppedId }) => [keptId, droppedId]))].map(
          async (personId) => [personId, (await store.byId(personId))?.fullName ?? ''] as const,
        ),
      ),
    );
    return {
      ...toItem(row, files.get(id) ?? []),
      mergedInto: row.mergedInto,
      merges: merges.map((merge) => toMerge(merge, names)),
    };
  }

  /** Says in a file who somebody of it is in the register now, as every other change of a file is made. */
  const relinkIn = (change: FileChange, id: string, entry: string, act: 'person.merge' | 'person.unmerge', name: string): void => {
    const person = change.file.people.find((one) => one.id === id);
    if (!person || person.personId === entry) return;
    change.apply({ op: 'set', entity: 'person', id, field: 'personId', value: entry });
    change.record(act, `person/${id}`, person.personId, name);
  };

  async function relink(subject: string): Promise<void> {
    const [id = '', entry = '', act] = subject.split(':');
    const fileId = await store.fileOf(id);
    const kept = await store.byId(entry);
    if (!fileId || !kept) return;
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, (change) =>
      relinkIn(change, id, entry, act === 'undo' ? 'person.unmerge' : 'person.merge', kept.fullName),
    );
  }
  jobs.handle('person.relink', relink);

  /** Files follow a merge one by one after it is there; a job stands for each, so that none is left behind. */
  async function relinkAll(ids: readonly string[], entry: string, act: 'merge' | 'undo', tx: Tx): Promise<string[]> {
    const subjects = ids.map((id) => `${id}:${entry}:${act}:${nanoid(6)}`);
    for (const subject of subjects) await jobs.add('person.relink', subject, tx);
    return subjects;
  }

  /** @returns the work that is left: the files that are to follow. */
  async function mergeIn(tx: Tx, keepId: string, dropId: string, reason: string, actor: Actor, within?: FileChange): Promise<string[]> {
    const rows = await store.lockBoth(keepId, dropId, tx);
    const kept = rows.find(({ id }) => id === keepId);
    const dropped = rows.find(({ id }) => id === dropId);
    if (!kept || !dropped) throw PROBLEM.noOneTwo();
    if (kept.mergedInto || dropped.mergedInto) throw PROBLEM.mergedAlready();
    if (kept.kind !== dropped.kind) throw PROBLEM.kindsDiffer();
    const [both] = await store.filesWithBoth(keepId, dropId, tx);
    if (both) throw PROBLEM.bothInFile({ reference: both.reference });
    const moved = await store.rowsOf(dropId, tx);
    for (const id of moved) if (within) relinkIn(within, id, keepId, 'person.merge', kept.fullName);
    await store.setMergedInto(dropId, keepId, tx);
    await store.setWords(keepId, [kept.fullName, kept.knownAs, dropped.fullName, dropped.knownAs], tx);
    await store.addMerge(
      { id: nanoid(), keptId: keepId, droppedId: dropId, reason, moved, mergedBy: actor.name, at: now().toISOString(), undoneAt: null, undoneBy: null },
      tx,
    );
    const here = new Set(within?.file.people.map(({ id }) => id));
    return relinkAll(
      moved.filter((id) => !here.has(id)),
      keepId,
      'merge',
      tx,
    );
  }

  return {
    view,
    strongMatches,
    async search(wish: SearchPersons): Promise<PersonMatches> {
      const read = await readWish(wish);
      const { name, birthDate, number, phone, email } = read;
      return {
        matches: await toMatches(await candidates(read, [])),
        read: { name, birthDate, number: number !== null, phone, email },
      };
    },
    /** Strong matches for somebody who is about to be entered. */
    async strongFor(wish: SearchPersons): Promise<PersonMatch[]> {
      return toMatches((await candidates(await readWish(wish), [])).filter(({ fit }) => fit.strength === 'strong'));
    },
    async page(page: number, size: number): Promise<RegisterPage> {
      const { items, total } = await store.page(page, size);
      const files = await store.filesOf(items.map(({ id }) => id));
      return { items: items.map((row) => toItem(row, files.get(row.id) ?? [])), total, page, size };
    },
    /**
     * Makes one of two entries that are one person. The files of the dropped one become the kept one's; the dropped entry
     * stays, marked, so that the merge can be undone with nothing lost.
     */
    async merge(keepId: string, dropId: string, reason: string, actor: Actor): Promise<RegisterView> {
      if (keepId === dropId) throw PROBLEM.theseAreSameEntry({}, 'dropId');
      const left = await inTransaction(db, (tx) => mergeIn(tx, keepId, dropId, reason, actor));
      for (const subject of left) await relink(subject);
      return view(keepId);
    },
    mergeIn,
    async undoMerge(mergeId: string, actor: Actor): Promise<RegisterView> {
      const { keptId, left } = await inTransaction(db, async (tx) => {
        const merge = await store.merge(mergeId, tx);
        if (!merge) throw PROBLEM.noMerge();
        if (merge.undoneAt) throw PROBLEM.undone();
        const rows = await store.lockBoth(merge.keptId, merge.droppedId, tx);
        const kept = rows.find(({ id }) => id === merge.keptId);
        if (kept?.mergedInto) throw PROBLEM.mergedFurther();
        await store.setMergedInto(merge.droppedId, null, tx);
        if (kept) await store.setWords(kept.id, [kept.fullName, kept.knownAs], tx);
        await store.undoMerge(mergeId, now().toISOString(), actor.name, tx);
        return { keptId: merge.keptId, left: await relinkAll(merge.moved, merge.droppedId, 'undo', tx) };
      });
      for (const subject of left) await relink(subject);
      return view(keptId);
    },
    /** Enters somebody of a file into the register, or brings their entry up to what the file says. @returns the entry. */
    async enter(person: FilePersonRow, at: string, tx: Tx): Promise<string | null> {
      if (!person.fullName) return null;
      const { id: _id, fileId: _fileId, personId, fullName, ...details } = person;
      if (personId) {
        await store.update(personId, { ...details, fullName }, at, tx);
        return personId;
      }
      return store.insert({ ...details, fullName }, at, tx);
    },
  };
}
export type PersonsService = ReturnType<typeof personsService>;

function toMerge(merge: MergeRow, names: Map<string, string>): RegisterView['merges'][number] {
  const { id, keptId, droppedId, reason, mergedBy, at, undoneAt, undoneBy } = merge;
  return { id, keptId, keptName: names.get(keptId) ?? '', droppedId, droppedName: names.get(droppedId) ?? '', reason, by: mergedBy, at, undoneAt, undoneBy };
}
