import { ElMessage } from 'element-plus';

const GONE_AFTER_MS = 3500;
/** Above the bar of stations, which a phone has at its foot. */
const FOOT_PX = 76;

/** A word at the foot of the page about what was just done. It goes by itself, so it never carries what must be read. */
export function say(text: string): void {
  ElMessage({
    message: text,
    placement: 'bottom',
    offset: FOOT_PX,
    duration: GONE_AFTER_MS,
    grouping: true,
    customClass: 'said',
  });
}
