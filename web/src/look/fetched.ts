import { defineAsyncComponent, type Component } from 'vue';
import Unfetched from './Unfetched.vue';

type Load<Part> = () => Promise<{ default: Part }>;

/** Fetches a part of the page when it is looked at; where it can't be had, one that says so. */
export const orUnfetched =
  <Part extends Component>(load: Load<Part>) =>
  (): Promise<Part> =>
    load().then(
      (fetched) => fetched.default,
      () => Unfetched as unknown as Part,
    );

/** A part of the page that is fetched when it is looked at. */
export const fetchedPart = <Part extends Component>(load: Load<Part>): Part => defineAsyncComponent(orUnfetched(load));
