interface Props {
  /** The place in the setup that the sentences tell of: links to it, or to a part of it, lead here. */
  readonly path: string;
  readonly sentences: readonly string[];
  /** Said when there are none; without it nothing is shown then. */
  readonly none?: string;
}

/** Sentences that tell what is set: to be read here, and changed in the setup file. */
export function ReadBack({ path, sentences, none }: Props) {
  if (sentences.length === 0) return none === undefined ? null : <p className="text-soft">{none}</p>;
  return (
    <div data-path={path} tabIndex={-1} className="my-1 max-w-[46rem] border-l-2 border-hairline pl-2">
      <ul>
        {sentences.map((sentence, i) => (
          <li key={i} className="py-px">
            {sentence}
          </li>
        ))}
      </ul>
      <p className="text-xs text-soft">Read back from the setup file, where it is changed.</p>
    </div>
  );
}
