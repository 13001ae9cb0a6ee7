import { Button, Input, Space } from 'antd';
import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type ReactNode, type RefObject } from 'react';
import { activeVariant, type Project } from '../../../core/document/project/project';
import type { LibraryDraft } from '../../../core/document/moves';
import { useFocusReturn } from '../../state/useFocusReturn';
import { useLibrary } from '../../state/useLibrary';
import { JobsSection } from './JobsSection';
import { MOST_SHOWN, OfferSearch, type Entry, type Found } from './offerSearch';

/** A pointer that passes over a move does not mean it yet [ms]. */
const HOVER_MS = 90;

/** What is walked with arrow keys: the words and the list below them. */
const OF_THE_LIST = '.find, #moves-list';

const NOTHING: Found = { offers: [], looked: 0 };
/** Time that the search may hold the page before it lets something else in [ms]. */
const SLICE_MS = 12;
/** The first time: a usual circuit is searched whole in it. */
const FIRST_SLICE_MS = 50;
/** Who presses a key before anything was found waits for so long at most. */
const ASKED_SLICE_MS = 500;

/** The document with what is planned already. */
function usePlanned(): Project {
  const project = useDocument((w) => w.project)!;
  return useView((w) => w.plan?.project) ?? project;
}

/**
 * The moves that the words and the library allow at a part, or anywhere: part by part, in slices, until the list is
 * full. A circuit has thousands of moves a part; those that nobody reads are not made.
 */
function useOffers(
  part: string | undefined,
  words: string,
  heading: string | undefined,
): Found & { readonly lookOn: () => Found } {
  const planned = usePlanned();
  const { circuit } = activeVariant(planned);
  const { engine } = planned;
  const library = useLibrary();
  const drafts = useMemo<LibraryDraft[]>(
    () =>
      library
        .filter((item) => item.kind === 'part')
        .map((item) => {
          const { id: _, ...draft } = item.part;
          return { label: item.label, draft: { ...draft, name: item.label } };
        }),
    [library],
  );
  const search = useMemo(
    () => new OfferSearch(circuit, drafts, { part, words, heading }, engine),
    [circuit, engine, part, drafts, words, heading],
  );
  const [found, setFound] = useState<Found & { readonly search?: OfferSearch }>(NOTHING);
  let now = found;
  // The first slice at once: most lists are full with it.
  if (found.search !== search) setFound((now = { search, ...search.look(FIRST_SLICE_MS) }));
  const { looked } = now;
  useEffect(() => {
    if (looked >= 1) return;
    const timer = setTimeout(() => setFound({ search, ...search.look(SLICE_MS) }), 0);
    return () => clearTimeout(timer);
  }, [search, looked]);
  const lookOn = () => {
    const more = { search, ...search.look(ASKED_SLICE_MS) };
    setFound(more);
    return more;
  };
  return { ...now, lookOn };
}

/**
 * The moves that can be made at a part, or anywhere, in plain words: type to find one, arrow keys or the pointer to see
 * it on the drawing, Enter to make it.
 */
export default function MovesPanel({
  part,
  heading,
}: {
  readonly part: string | undefined;
  readonly heading: string | undefined;
}) {
  const { circuit } = activeVariant(usePlanned());
  const previewMove = useView((w) => w.previewMove);
  const makeMove = useView((w) => w.makeMove);
  const { addToPlan, openMoves, closeMoves } = useView.getState();
  const preview = useView((w) => w.preview);
  const hasPlan = useView((w) => w.plan !== undefined);
  const [words, setWords] = useState(heading ?? '');
  const [at, setAt] = useState(-1);
  const [chosen, setChosen] = useState<string>();
  const [isJobOpen, setIsJobOpen] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  useFocusReturn(part, true);
  const { offers: found, looked, lookOn } = useOffers(part, words, chosen);
  const headings = useMemo(() => [...new Set(found.map((o) => o.heading))], [found]);
  const inHeading = (offers: readonly Entry[]) =>
    chosen !== undefined && headings.includes(chosen) ? offers.filter((o) => o.heading === chosen) : offers;
  const within = inHeading(found);
  const shown = within.slice(0, MOST_SHOWN);

  const forget = () => (setAt(-1), previewMove(undefined));
  const point = (i: number, among: readonly Entry[] = shown) => {
    setAt(i);
    previewMove(among[i]?.move);
  };
  const look = (i: number, among?: readonly Entry[]) => {
    point(i, among);
    list.current?.querySelector(`[data-at="${i}"]`)?.scrollIntoView({ block: 'nearest' });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    // Buttons and the questions of a job have keys of their own.
    if (event.key !== 'Escape' && !(event.target as HTMLElement).closest(OF_THE_LIST)) return;
    if (shown.length === 0 && looked < 1 && (event.key === 'ArrowDown' || event.key === 'Enter')) {
      event.preventDefault();
      const soon = inHeading(lookOn().offers);
      if (soon.length > 0) look(0, soon);
      return;
    }
    const to = { ArrowDown: Math.min(shown.length - 1, at + 1), ArrowUp: Math.max(0, at - 1) }[event.key];
    if (to !== undefined) {
      event.preventDefault();
      look(to);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const pointed = shown[Math.max(0, at)];
      if (!pointed) return;
      if (at < 0) look(0);
      else if (event.shiftKey) addToPlan();
      else makeMove(pointed.move);
    } else if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      closeMoves();
    }
  };
  return (
    <div onKeyDown={onKeyDown}>
      <MovesHeading
        name={part === undefined ? 'Any part' : (circuit.parts.find((p) => p.id === part)?.name ?? '')}
        onAnyPart={part === undefined ? undefined : () => openMoves(undefined)}
        onClose={closeMoves}
      />
      {!isJobOpen && (
        <WordsField
          words={words}
          at={at}
          onChange={(typed) => {
            setWords(typed);
            forget();
          }}
        />
      )}
      {part === undefined && chosen === undefined && !hasPlan && <JobsSection words={words} onOpen={setIsJobOpen} />}
      {!isJobOpen && (
        <Single
          headings={headings}
          chosen={chosen}
          onChoose={(heading) => {
            setChosen(heading);
            forget();
          }}
          said={sayFound(looked, found.length, within.length)}
          why={preview?.why}
        >
          <MoveList
            shown={shown}
            at={at}
            list={list}
            onPoint={point}
            onTake={(i, isAtOnce) => (isAtOnce || i === at ? makeMove(shown[i]!.move) : look(i))}
          />
        </Single>
      )}
    </div>
  );
}

/** Single changes: their kinds, how many were found, why one cannot be made, and the list. */
function Single({
  said,
  why,
  children,
  ...kinds
}: Parameters<typeof Headings>[0] & {
  readonly said: string;
  readonly why: string | undefined;
  readonly children: ReactNode;
}) {
  return (
    <>
      {kinds.headings.length > 1 && <Headings {...kinds} />}
      <p className="quiet" role="status">
        {said}
      </p>
      {why && <CannotBeDone why={why} />}
      {children}
    </>
  );
}

function CannotBeDone({ why }: { readonly why: string }) {
  return (
    <div className="notice" role="alert">
      <strong>This cannot be done.</strong> {why}
    </div>
  );
}

function MovesHeading({
  name,
  onAnyPart,
  onClose,
}: {
  readonly name: string;
  /** Absent where any part is asked about already. */
  readonly onAnyPart: (() => void) | undefined;
  readonly onClose: () => void;
}) {
  return (
    <h2>
      Change the circuit: {name}{' '}
      <Space>
        {onAnyPart && <Button onClick={onAnyPart}>Any part</Button>}
        <Button onClick={onClose} aria-keyshortcuts="Escape">
          Close
        </Button>
      </Space>
    </h2>
  );
}

/** What is searched for; the list below it is walked with arrow keys from here. */
function WordsField({
  words,
  at,
  onChange,
}: {
  readonly words: string;
  readonly at: number;
  readonly onChange: (words: string) => void;
}) {
  return (
    <div className="find">
      <span aria-hidden="true">What do you want to change?</span>
      <Input
        value={words}
        autoFocus
        autoComplete="off"
        spellCheck={false}
        placeholder="oil cooler, turbo feed, remote filter, dash 10, remove …"
        role="combobox"
        aria-expanded="true"
        aria-controls="moves-list"
        aria-activedescendant={at >= 0 ? `move-${at}` : undefined}
        aria-label="What do you want to change?"
        onChange={(event) => onChange(event.target.value)}
      />
    </div>
  );
}

/** How many changes there are, and what to do with them. @param looked share of the parts that was looked at */
function sayFound(looked: number, found: number, within: number): string {
  const changes = `${within} ${within === 1 ? 'change' : 'changes'}`;
  if (looked < 1) return `Looking: ${Math.round(looked * 100)} % of the parts, ${changes} so far.`;
  if (found === 0) return 'No change matches. Use fewer words.';
  return within > MOST_SHOWN
    ? `The first ${MOST_SHOWN} changes. Add a word to narrow them down.`
    : `${changes}. Arrow keys preview one on the drawing; Enter applies it, Shift+Enter adds it to a plan.`;
}

/** Kinds of change, of which one may be chosen. */
function Headings({
  headings,
  chosen,
  onChoose,
}: {
  readonly headings: readonly string[];
  readonly chosen: string | undefined;
  readonly onChoose: (heading: string | undefined) => void;
}) {
  return (
    <div className="chips" role="group" aria-label="Kinds of change">
      {headings.map((h) => (
        <Button
          key={h}
          size="small"
          className={h === chosen ? 'chosen' : ''}
          aria-pressed={h === chosen}
          onClick={() => onChoose(h === chosen ? undefined : h)}
        >
          {h}
        </Button>
      ))}
    </div>
  );
}

/**
 * The moves themselves. A mouse that rests on one shows it, and its click makes it; where nothing hovers, the first tap
 * shows and the second makes.
 */
function MoveList({
  shown,
  at,
  list,
  onPoint,
  onTake,
}: {
  readonly shown: readonly Entry[];
  readonly at: number;
  readonly list: RefObject<HTMLDivElement | null>;
  readonly onPoint: (i: number) => void;
  /** @param isAtOnce true for a mouse's click: made without being shown first */
  readonly onTake: (i: number, isAtOnce: boolean) => void;
}) {
  const hover = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(hover.current), []);
  return (
    <div id="moves-list" role="listbox" aria-label="Moves" ref={list} tabIndex={-1}>
      {shown.map((offer, i) => (
        <div key={`${offer.part} ${i} ${offer.label}`}>
          {offer.heading !== shown[i - 1]?.heading && <h3 aria-hidden="true">{offer.heading}</h3>}
          <div
            id={`move-${i}`}
            data-at={i}
            role="option"
            aria-selected={i === at}
            className="move"
            onPointerEnter={(event) => {
              if (event.pointerType !== 'mouse') return;
              clearTimeout(hover.current);
              hover.current = setTimeout(() => onPoint(i), HOVER_MS);
            }}
            onPointerLeave={() => clearTimeout(hover.current)}
            onClick={({ nativeEvent }) => {
              clearTimeout(hover.current);
              onTake(i, 'pointerType' in nativeEvent && nativeEvent.pointerType === 'mouse');
            }}
          >
            {offer.label}
          </div>
        </div>
      ))}
    </div>
  );
}
