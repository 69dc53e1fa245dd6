export { CoverageBoard } from "./coverage-board";
