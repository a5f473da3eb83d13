import { useRouter } from 'vue-router';

/** Goes to a place of a file: a chapter, and in it what an anchor names. */
export function useGoTo(reference: () => string): (place: { chapter: string; anchor: string }) => void {
  const router = useRouter();
  return ({ chapter, anchor }) => void router.push({ path: `/files/${reference()}/${chapter}`, hash: anchor ? `#${anchor}` : '' });
}
