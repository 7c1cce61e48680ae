/** A file that can’t be read, with a sentence on what is wrong with it and what to do. */
export class UnreadableFile extends Error {}
