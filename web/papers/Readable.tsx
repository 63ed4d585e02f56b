import { createContext, useContext, useState } from 'react';
import { PAPER_SECTIONS, type PaperPart, type PaperSection, type PaperValue } from '@obolus/contract/views/papers';
import { showDay, showFigure } from '../locale/figures.ts';
import { say, shown } from '../locale/say.ts';

/** Whose parts these are. */
const PaperOf = createContext('');

/** So many lines are shown at once. */
const LINES_SHOWN = 60;

/** Everything that stands in a structured paper, section by section; what nobody understands is marked. */
export function Readable({ paper, parts, name }: { paper: string; parts: readonly PaperPart[]; name: string }) {
  const sections = PAPER_SECTIONS.map((section) => ({
    section,
    own: parts.filter((part) => part.section === section),
  })).filter(({ own }) => own.length > 0);
  return (
    <PaperOf value={paper}>
      <div className="pages readable" tabIndex={0} role="group" aria-label={say('bench.the_paper', { name })}>
        {sections.map(({ section, own }) => (
          <Section key={section} section={section} parts={own} />
        ))}
      </div>
    </PaperOf>
  );
}

function Section({ section, parts }: { section: PaperSection; parts: readonly PaperPart[] }) {
  const [all, setAll] = useState(false);
  const shownParts = all ? parts : parts.slice(0, LINES_SHOWN);
  return (
    <section aria-label={say(`papers.section_${section}`)}>
      <h3 className="cap">{say(`papers.section_${section}`)}</h3>
      {shownParts.map((part, at) =>
        section === 'lines' ? <Line key={at} part={part} /> : <Values key={at} of={part.values} />,
      )}
      {shownParts.length < parts.length && (
        <button type="button" className="act" onClick={() => setAll(true)}>
          {say('papers.lines_more', { count: parts.length - shownParts.length })}
        </button>
      )}
    </section>
  );
}

/** What was bought and what it comes to on one row, all else below. */
function Line({ part: { values } }: { part: PaperPart }) {
  const of = (column: PaperValue['column']) => values.find((value) => value.column === column);
  const [number, item, quantity, price, amount] = (['number', 'item', 'quantity', 'price', 'amount'] as const).map(of);
  return (
    <div className="line">
      <p className="flex gap-2">
        <span className="grow">
          {number && <span className="dim">{number.says} </span>}
          {item && <Said value={item} />}
        </span>
        {amount && <Said value={amount} />}
      </p>
      {quantity && (
        <p className="dim">
          <Said value={quantity} />
          {price && (
            <>
              {' × '}
              <Said value={price} />
            </>
          )}
        </p>
      )}
      <Values of={values.filter(({ column }) => column === '')} />
    </div>
  );
}

function Values({ of }: { of: readonly PaperValue[] }) {
  if (of.length === 0) return null;
  return (
    <dl>
      {of.map((value, at) => (
        <div key={at} className={value.isUnderstood ? undefined : 'text-over'}>
          <dt>{shown(value.label)}</dt>
          <dd>
            <Said value={value} />
            {!value.isUnderstood && <span> ({say('papers.not_understood')})</span>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

const Said = ({ value: { says, as, about, attached } }: { value: PaperValue }) => (
  <>
    {attached !== null ? (
      <Attached number={attached} name={says} />
    ) : as === 'figure' ? (
      showFigure(says)
    ) : as === 'day' ? (
      showDay(says)
    ) : (
      says
    )}
    {about && <span className="dim"> {about}</span>}
  </>
);

/** A file inside the paper, which opens by itself. */
function Attached({ number, name }: { number: number; name: string }) {
  const paper = useContext(PaperOf);
  return (
    <a className="act" href={`/api/incoming-bills/${paper}/attached/${number}`} target="_blank" rel="noreferrer">
      {name}
    </a>
  );
}
