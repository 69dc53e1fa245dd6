/** Something that a person has to mend: told in one sentence, without a stack. */
export class StopWord extends Error {}
