import { ref } from 'vue';
import { useEditing } from '../file/index';

/** Something that is sent from a form of the decision: what went wrong is said in the form, and nowhere else. */
export function useSending() {
  const editing = useEditing();
  const problem = ref('');
  /** What is on its way, by its name. */
  const busy = ref('');
  /** @returns whether it was done. */
  async function send(name: string, path: string, body: object): Promise<boolean> {
    busy.value = name;
    problem.value = '';
    try {
      await editing.act(path, body);
      return true;
    } catch (error) {
      problem.value = error instanceof Error ? error.message : '';
      editing.news.value = '';
      return false;
    } finally {
      busy.value = '';
    }
  }
  return { send, problem, busy };
}

/** What was written, one thing on each line. */
export const linesIn = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
