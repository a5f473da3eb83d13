export { INDUSTRY_LIST_NAMES, INDUSTRY_LISTS, type Industry, industriesOf, industryLabel, type IndustryList } from './industry';
