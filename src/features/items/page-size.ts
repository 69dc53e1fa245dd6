/** Items the page begins with; twice as many come each time more are asked for, or the end is scrolled to. */
export const PAGE_SIZE = 200;
/** Most that stand in the grid: whoever wants more looks for something, or takes the whole as a file. */
export const MOST_SHOWN = 5000;
