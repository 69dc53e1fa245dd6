/** Items the page begins with, and how many more come when more are asked for. */
export const PAGE_SIZE = 200;
/** Most that stand in the grid: whoever wants more looks for something, or takes the whole as a file. */
export const MOST_SHOWN = 5000;
