/** Given names that are used for one another. Common practice, no source. */
const GROUPS: readonly (readonly string[])[] = [
  ['alexander', 'alexandra', 'alex', 'sandy', 'sasha', 'lex'],
  ['andrew', 'andy', 'drew'],
  ['anthony', 'antony', 'tony'],
  ['barbara', 'barb', 'babs'],
  ['bartholomew', 'bart', 'barty'],
  ['benjamin', 'ben', 'benny'],
  ['catherine', 'katherine', 'kathryn', 'cathy', 'kathy', 'kate', 'katie', 'kit', 'kitty'],
  ['charles', 'charlie', 'chuck'],
  ['christopher', 'chris', 'kit'],
  ['christine', 'christina', 'chris', 'tina'],
  ['cornelius', 'corey', 'neil'],
  ['daniel', 'dan', 'danny'],
  ['david', 'dave', 'davy'],
  ['deborah', 'deb', 'debbie'],
  ['dorothy', 'dot', 'dolly', 'dottie'],
  ['edward', 'edmund', 'edwin', 'ed', 'eddie', 'ned', 'ted', 'teddy'],
  ['elizabeth', 'elisabeth', 'liz', 'lizzie', 'beth', 'betty', 'bess', 'eliza', 'libby', 'lisa'],
  ['eleanor', 'ellen', 'nell', 'nora', 'ella'],
  ['frances', 'francis', 'fran', 'frank', 'fanny'],
  ['frederick', 'fred', 'freddie'],
  ['gregory', 'greg'],
  ['harold', 'henry', 'harry', 'hal', 'hank'],
  ['isabel', 'isabella', 'bella', 'izzy'],
  ['james', 'jim', 'jimmy', 'jamie'],
  ['jennifer', 'jen', 'jenny'],
  ['john', 'jonathan', 'jack', 'johnny', 'jon'],
  ['joseph', 'joe', 'joey'],
  ['josephine', 'jo', 'josie'],
  ['lawrence', 'laurence', 'larry', 'laurie'],
  ['leonard', 'leo', 'len', 'lenny'],
  ['margaret', 'maggie', 'meg', 'peg', 'peggy', 'marge', 'greta', 'rita', 'daisy'],
  ['martha', 'marty', 'mattie'],
  ['matthew', 'matt'],
  ['michael', 'mike', 'mick', 'mickey'],
  ['nathaniel', 'nathan', 'nat', 'nate'],
  ['nicholas', 'nick', 'nicky', 'nico'],
  ['patricia', 'pat', 'patty', 'tricia', 'trish'],
  ['patrick', 'pat', 'paddy'],
  ['peter', 'pete'],
  ['philip', 'phillip', 'phil'],
  ['rebecca', 'becky', 'becca'],
  ['richard', 'rich', 'rick', 'dick', 'ricky'],
  ['robert', 'rob', 'bob', 'bobby', 'robbie', 'bert'],
  ['samuel', 'samantha', 'sam', 'sammy'],
  ['stephen', 'steven', 'steve'],
  ['susan', 'susanna', 'sue', 'susie'],
  ['theodore', 'theo', 'ted', 'teddy'],
  ['theresa', 'teresa', 'terry', 'tess'],
  ['thomas', 'tom', 'tommy'],
  ['timothy', 'tim'],
  ['victoria', 'vicky', 'tori'],
  ['william', 'bill', 'billy', 'will', 'willy', 'liam'],
  ['zachary', 'zach', 'zack'],
];

const BY_NAME = new Map<string, Set<string>>();
for (const group of GROUPS) for (const name of group) BY_NAME.set(name, new Set([...(BY_NAME.get(name) ?? []), ...group]));

/** The names that may stand for a given name, itself left out. @param word a word as `nameWords` gives it. */
export function nicknamesOf(word: string): string[] {
  return [...(BY_NAME.get(word) ?? [])].filter((name) => name !== word);
}

/** Whether two words are used for one another as given names. */
export const areNicknames = (a: string, b: string): boolean => a !== b && (BY_NAME.get(a)?.has(b) ?? false);
