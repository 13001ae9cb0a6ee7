import { Button, Table } from 'antd';
import { useNavigate } from 'react-router';
import { formatQuantity, type Quantity } from '../../../core/foundations/units';
import { sayGuess, sayTightest } from '../../../core/studies/sensitivity/sayGuesses';
import { usePreferences } from '../../state/preferences';
import { useStudy } from '../../state/useStudy';
import { useView } from '../../state/view';
import { StudyStatus } from '../../studies/StudyStatus';
import { shownOf, useOpenEngine } from '../../state/engine';

const PAGE = 10;

/** What is still a guess, ranked by how much it moves the tightest margin, with how to measure it. */
export function GuessSection() {
  const units = usePreferences((p) => p.units);
  const select = useView((v) => v.select);
  const navigate = useNavigate();
  const engine = useOpenEngine();
  const study = useStudy(engine, 'guesses', {}, 'fresh');
  const { answer } = study;
  return (
    <section aria-label="What is still a guess" {...shownOf(study)}>
      <h2>What is still a guess</h2>
      <p>
        A default is a guess until you enter, measure or fit it. The ones that affect the tightest margin most come
        first.
      </p>
      {(study.running || study.message !== '') && <StudyStatus study={study} doing="ranking guesses" />}
      {answer && <p>{sayTightest(answer, units)}</p>}
      {answer?.tightest && (
        <Table
          size="small"
          rowKey="id"
          scroll={{ x: 640 }}
          dataSource={answer.rows}
          pagination={{ pageSize: PAGE, hideOnSinglePage: true }}
          columns={[
            { title: 'Guess', render: (_, row) => sayGuess(row, units) },
            {
              title: 'Changes the margin by',
              align: 'right',
              render: (_, row) =>
                `± ${formatQuantity(Math.abs(row.effect), answer.tightest!.check.quantity as Quantity, units)}`,
            },
            { title: 'From', render: (_, row) => (row.fitted ? 'fitted' : 'default') },
            { title: 'How to measure it', dataIndex: 'measure' },
            {
              title: <span className="visually-hidden">What to do</span>,
              render: (_, row) =>
                row.part !== '' && (
                  <Button
                    size="small"
                    onClick={() => {
                      select(row.part);
                      void navigate('/');
                    }}
                    aria-label={`Enter it: ${row.name}`}
                  >
                    Enter it
                  </Button>
                ),
            },
          ]}
        />
      )}
    </section>
  );
}
