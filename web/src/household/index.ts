export { default as HouseholdPicture } from './HouseholdPicture.vue';
export { default as Relations } from './Relations.vue';
