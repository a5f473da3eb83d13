import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  chooseFile: [422, 'invalid', 'papers.chooseFile'],
  ended: [409, 'ended', 'papers.ended'],
  fileHasNoSuchCondition: [422, 'invalid', 'papers.fileHasNoSuchCondition'],
  fileLocked: [409, 'file-locked', 'papers.fileLocked'],
  giveAmountPaperShows: [422, 'invalid', 'papers.giveAmountPaperShows'],
  noCondition: [404, 'not-found', 'papers.noCondition'],
  noFile: [404, 'not-found', 'papers.noFile'],
  noPaper: [404, 'not-found', 'papers.noPaper'],
  paperUnattached: [409, 'paper-unattached', 'papers.paperUnattached'],
});
