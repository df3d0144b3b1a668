import { useLocalStorage } from '@vueuse/core';

/** Who works at this device: kept here, so that a name is typed once. */
export const useWho = () => useLocalStorage('eldrun-who', '');
