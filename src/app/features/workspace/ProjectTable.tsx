import { Button, Input, Table } from 'antd';
import { useState } from 'react';
import { activeVariant } from '../../../core/document/project/project';
import type { ProjectHead } from '../../../storage/projects';
import { GRADE_MARK } from '../../marks/gradeMark';
import { VerdictIcon } from '../../marks/VerdictMark';
import { ProjectPicture } from './ProjectPicture';
import { useProjectBody, useProjectVerdict } from './useProjectCard';

const MOST_A_PAGE = 50;
const KIB = 1024;

/** What can be done to a project of the list. */
export interface ProjectActs {
  open(head: ProjectHead): void;
  duplicate(head: ProjectHead): void;
  rename(head: ProjectHead, name: string): void;
  exportFile(head: ProjectHead): void;
  remove(head: ProjectHead): void;
}

/** Every project that can be opened, newest first: what it is, its verdict, and what can be done to it. */
export function ProjectTable({
  heads,
  openId,
  isLoading,
  acts,
}: {
  readonly heads: readonly ProjectHead[];
  readonly openId: string | undefined;
  readonly isLoading: boolean;
  readonly acts: ProjectActs;
}) {
  return (
    <Table<ProjectHead>
      rowKey="id"
      size="small"
      pagination={heads.length > MOST_A_PAGE ? { pageSize: MOST_A_PAGE } : false}
      loading={isLoading}
      scroll={{ x: 'max-content' }}
      locale={{ emptyText: 'No project is stored yet.' }}
      dataSource={[...heads]}
      columns={[
        {
          title: 'Project',
          dataIndex: 'name',
          sorter: (a, b) => a.name.localeCompare(b.name),
          render: (_, head) => <Named head={head} isOpen={head.id === openId} acts={acts} />,
        },
        { title: 'Circuit', render: (_, head) => <Picture head={head} /> },
        { title: 'Verdict', render: (_, head) => <Verdict head={head} /> },
        {
          title: 'Last change',
          dataIndex: 'updatedAt',
          sorter: (a, b) => a.updatedAt - b.updatedAt,
          render: (at: number) => new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' }),
        },
        { title: 'Size', align: 'right', render: (_, head) => <Size head={head} /> },
        {
          title: <span className="visually-hidden">What to do</span>,
          render: (_, head) => <Buttons head={head} isOpen={head.id === openId} acts={acts} />,
        },
      ]}
    />
  );
}

function Named({
  head,
  isOpen,
  acts,
}: {
  readonly head: ProjectHead;
  readonly isOpen: boolean;
  readonly acts: ProjectActs;
}) {
  const [name, setName] = useState<string>();
  const done = () => {
    if (name !== undefined && name.trim() !== '' && name.trim() !== head.name) acts.rename(head, name.trim());
    setName(undefined);
  };
  if (name !== undefined)
    return (
      <Input
        autoFocus
        aria-label={`New name of ${head.name}`}
        value={name}
        maxLength={80}
        onChange={(event) => setName(event.target.value)}
        onPressEnter={done}
        onBlur={done}
        onKeyDown={(event) => event.key === 'Escape' && setName(undefined)}
      />
    );
  return (
    <>
      <strong>{head.name}</strong>
      {head.madeUp ? ' · invented' : ''}
      {isOpen ? ' · open' : ''}{' '}
      <Button type="link" className="go" aria-label={`Rename ${head.name}`} onClick={() => setName(head.name)}>
        Rename
      </Button>
    </>
  );
}

function Picture({ head }: { readonly head: ProjectHead }) {
  const project = useProjectBody(head).data?.project;
  return project && <ProjectPicture circuit={activeVariant(project).circuit} />;
}

function Size({ head }: { readonly head: ProjectHead }) {
  const bytes = useProjectBody(head).data?.bytes;
  return bytes === undefined ? '…' : `${Math.max(1, Math.round(bytes / KIB))} kB`;
}

function Verdict({ head }: { readonly head: ProjectHead }) {
  const { data, error } = useProjectVerdict(head);
  if (error) return <span className="quiet">cannot be computed</span>;
  if (!data) return <span className="quiet">checking…</span>;
  return (
    <span className={`verdict${data.grade === 'bad' ? ' problem' : ''}`}>
      <VerdictIcon verdict={GRADE_MARK[data.grade]} />
      {data.said}
    </span>
  );
}

function Buttons({
  head,
  isOpen,
  acts,
}: {
  readonly head: ProjectHead;
  readonly isOpen: boolean;
  readonly acts: ProjectActs;
}) {
  return (
    <span className="moves">
      <Button disabled={isOpen} onClick={() => acts.open(head)} aria-label={`Open ${head.name}`}>
        Open
      </Button>
      <Button onClick={() => acts.duplicate(head)} aria-label={`Duplicate ${head.name}`}>
        Duplicate
      </Button>
      <Button onClick={() => acts.exportFile(head)} aria-label={`Export ${head.name}`}>
        Export
      </Button>
      <Button disabled={isOpen} onClick={() => acts.remove(head)} aria-label={`Delete ${head.name}`}>
        Delete
      </Button>
    </span>
  );
}
