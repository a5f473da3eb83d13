import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  bothInFile: [409, 'both-in-file', 'persons.bothInFile'],
  kindsDiffer: [409, 'kinds-differ', 'persons.kindsDiffer'],
  mergedAlready: [409, 'merged-already', 'persons.mergedAlready'],
  mergedFurther: [409, 'merged-further', 'persons.mergedFurther'],
  noMerge: [404, 'not-found', 'persons.noMerge'],
  noOneTwo: [404, 'not-found', 'persons.noOneTwo'],
  noPerson: [404, 'not-found', 'persons.noPerson'],
  theseAreSameEntry: [422, 'invalid', 'persons.theseAreSameEntry'],
  thisNoPhoneNumberGive: [422, 'invalid', 'persons.thisNoPhoneNumberGive'],
  undone: [409, 'undone', 'persons.undone'],
});
