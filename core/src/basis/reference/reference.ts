/**
 * Letters and digits of a file reference: none that is mistaken for another when read aloud or typed (no 0/O, 1/I/L, 5/S, 8/B, U/V).
 * Twenty-eight, because the check character's modulus is then the prime 29.
 */
export const REFERENCE_ALPHABET = '2345679ACDEFGHJKMNPQRTVWXYZ8';
const BODY_LENGTH = 6;

/**
 * The check character of the hybrid systems of ISO/IEC 7064 (MOD 11,10; MOD 27,26; MOD 37,36), for an alphabet of any
 * size M: P starts at M; for each character P = (P + value) mod M, or M when that is 0; P = 2·P mod (M+1); the check
 * value a makes P + a ≡ 1 (mod M). Finds every single wrong character and nearly all exchanges of neighbours.
 * @throws RangeError for a character outside the alphabet.
 */
export function hybridCheckCharacter(body: string, alphabet: string): string {
  const size = alphabet.length;
  let product = size;
  for (const character of body) {
    const value = alphabet.indexOf(character);
    if (value < 0) throw new RangeError(`${character} is not in the alphabet of references`);
    product = (product + value) % size || size;
    product = (product * 2) % (size + 1);
  }
  return alphabet[(size + 1 - product) % size] ?? '';
}

/**
 * Builds a reference like `4KT-M2X-7`: six characters drawn by the caller, then the check character.
 * @param draws six whole numbers; each is taken modulo the alphabet's size.
 */
export function makeReference(draws: readonly number[]): string {
  if (draws.length !== BODY_LENGTH) throw new RangeError(`A reference needs ${BODY_LENGTH} draws`);
  const body = draws.map((draw) => REFERENCE_ALPHABET[draw % REFERENCE_ALPHABET.length]).join('');
  return group(body + hybridCheckCharacter(body, REFERENCE_ALPHABET));
}

const group = (text: string): string => `${text.slice(0, 3)}-${text.slice(3, 6)}-${text.slice(6)}`;

/**
 * Reads a reference as people type it (small letters, blanks, no dashes).
 * @returns the reference in its written form, or null when a character or the check character is wrong.
 */
export function readReference(text: string): string | null {
  const compact = text.toUpperCase().replace(/[\s-]/g, '');
  if (compact.length !== BODY_LENGTH + 1) return null;
  if ([...compact].some((character) => !REFERENCE_ALPHABET.includes(character))) return null;
  const body = compact.slice(0, BODY_LENGTH);
  return hybridCheckCharacter(body, REFERENCE_ALPHABET) === compact[BODY_LENGTH] ? group(compact) : null;
}
