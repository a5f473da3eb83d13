import { ref } from 'vue';
import { ApiProblem } from '../api/index';
import { useEditing } from './editing';

/** Something that is sent from a form of a chapter: what went wrong is said in the form, and nowhere else. */
export function useSending() {
  const editing = useEditing();
  const problem = ref('');
  /** What the refusal names beside its reason: fields, or what else would do. */
  const others = ref<{ path: string; message: string }[]>([]);
  /** What is on its way, by its name. */
  const busy = ref('');
  /** @returns whether it was done. */
  async function send(name: string, path: string, body: object): Promise<boolean> {
    busy.value = name;
    problem.value = '';
    others.value = [];
    try {
      await editing.act(path, body);
      return true;
    } catch (error) {
      problem.value = error instanceof Error ? error.message : '';
      others.value = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
      editing.news.value = '';
      return false;
    } finally {
      busy.value = '';
    }
  }
  return { send, problem, others, busy };
}
