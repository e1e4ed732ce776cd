import { ref } from 'vue';

/** The axis that was looked at last: coming back to the station, it is still the one in the chart. */
export const pickedAxis = ref('');
