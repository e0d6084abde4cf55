import { useMedia } from '../ui/useMedia.ts';

const DESK = 256;
const PHONE = 124;
const narrow = window.matchMedia('(max-width: 700px)');

/** Width of the column of names left of the lanes, in pixels: narrow on a phone. */
export const useGutter = () => (useMedia(narrow) ? PHONE : DESK);
