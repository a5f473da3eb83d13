export { PAGES, pageAt, type Page } from './pages';
