import { PROBLEM } from './problems';
import { FileAnswer, InviteApplicant, MoveFile, TakeBack, WithdrawFile } from '@cavren/contract';
import { applicantsOf, barToMove, computePath, movesByHand, outOf, paidBar, paymentBar, signersOf, say } from '@cavren/core';
import type { Changed, Files } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, refuseBlocked, refused, staffFor, type Actor } from '../http/index';

function movingService({ services }: House) {
  const change: Files['change'] = (where, options, work) => services.files.change(where, options, work);
  return {
    /** Moves a file to its next stage when nothing on the Path stands before it. */
    move: (reference: string, version: number, actor: Actor): Promise<Changed> =>
      change({ reference }, { version, actor }, (moved) => {
        const path = computePath(moved.file, moved.today);
        const bar = barToMove(moved.file, path);
        if (bar) throw refuseBlocked(bar.message, bar.entries, moved.file.pack);
        if (!movesByHand(moved.file)) throw PROBLEM.pathNotClear();
        if (path.next) moved.moveTo(path.next, 'file.move');
      }),
    withdraw: (reference: string, version: number, reason: string, actor: Actor): Promise<Changed> =>
      change({ reference }, { version, actor }, async (ended) => {
        const { file, row } = ended;
        if (!row.isOpen) throw PROBLEM.ended();
        if (outOf(file)?.state === 'out') throw PROBLEM.fileLocked();
        const payment = paymentBar(file) ?? paidBar(file);
        if (payment) throw refused('payment-open', payment);
        ended.record('file.withdraw', 'file', null, reason);
        await services.offering.takeBack(ended);
        ended.moveTo('withdrawn');
        await services.notices.send(ended, 'withdrawn', applicantsOf(file));
      }),
    /** Asks the applicant to go on at the front door. */
    invite: (reference: string, version: number, personId: string, actor: Actor): Promise<Changed> =>
      change({ reference }, { version, actor }, async (invited) => {
        if (invited.row.stage !== 'details') throw PROBLEM.stage();
        const person = signersOf(invited.file).find(({ id }) => id === personId);
        if (!person) throw PROBLEM.noSomebodyWhoCanComeAt();
        if (!person.phone) throw PROBLEM.phoneMissing();
        invited.setWithApplicant(true);
        invited.record('file.invite', 'file', null, null);
        await services.invitations.send(invited, person, say('mail.goOnSubject'), say('mail.goOn'));
      }),
    /** Takes the keying back. */
    takeBack: (reference: string, version: number, actor: Actor): Promise<Changed> =>
      change({ reference }, { version, actor }, (taken) => {
        if (taken.row.stage !== 'details') throw PROBLEM.stage();
        if (!taken.row.withApplicant) throw PROBLEM.notTheirs();
        taken.setWithApplicant(false);
        taken.record('file.takeBack', 'file', null, null);
      }),
  };
}

declare module '../house/index' {
  interface Services {
    moving: ReturnType<typeof movingService>;
  }
}

/** A file on its way: moved on, withdrawn, handed to the applicant and taken back. */
export const moving: Concept = (app, house) => {
  const service = house.offer('moving', movingService(house));
  app.post('/api/files/:reference/invite', { schema: { params: FileParams, body: InviteApplicant, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.invite');
    return service.invite(request.params.reference, request.body.version, request.body.personId, actor);
  });
  app.post('/api/files/:reference/take-back', { schema: { params: FileParams, body: TakeBack, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.invite');
    return service.takeBack(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/move', { schema: { params: FileParams, body: MoveFile, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.move');
    return service.move(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/withdraw', { schema: { params: FileParams, body: WithdrawFile, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.withdraw');
    return service.withdraw(request.params.reference, request.body.version, request.body.reason, actor);
  });
};
