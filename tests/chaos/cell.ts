/** The cell of the demo's setup that is written while processes are killed. */
export const CELL = "tariffs/AMB-VAN-BUY/editions/2026/rows/0/rates/0";
