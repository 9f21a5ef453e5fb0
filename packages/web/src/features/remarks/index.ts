/** Saved remarks: keeping, finding and using them. */
export { default as RemarkPicker } from './RemarkPicker.vue';
export { useRemarks } from './use-remarks';
