import { Button } from '@mui/material'
import { useState } from 'react'
import { useMutation } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { useNameSpecimens } from '../../api/queries'
import type { NamedSpecimen } from '../../api/types'
import { ViewTitle } from '../../kit/ViewTitle'
import { percent } from '../../kit/format'
import { Empty } from '../../kit/Empty'
import { saveFile } from '../../kit/saveFile'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import kitCss from '../../kit/kit.module.css'
import tablesCss from './tables.module.css'

interface Table {
  name: string
  content: string
}

const example = [
  ['specimen_id', 'date', 'leaf-arrangement', 'leaf-division', 'margin', 'leaf-length'],
  ['S-1', '2026-05-14', 'opposite', 'simple', 'doubly serrate', '11 cm; 9 cm'],
  ['S-2', '2026-05-14', 'alternate', 'simple', 'entire', '14 cm'],
]

/** A table of specimens dropped in and named row by row. */
export function SpecimensPage() {
  const [table, setTable] = useState<Table | null>(null)
  const [flat, setFlat] = useState(false)
  const [over, setOver] = useState(false)
  const naming = useNameSpecimens()
  const name = (chosen: Table, without: boolean) => {
    setTable(chosen)
    setFlat(without)
    naming.mutate({ file: chosen.name, content: chosen.content, flat: without })
  }
  const take = async (files: FileList | null) => {
    const file = files?.[0]
    if (file) name({ name: file.name, content: await file.text() }, flat)
  }
  const saving = useMutation({
    mutationFn: ({ name: file, content }: Table) =>
      answer(
        api.POST('/api/specimens.csv', {
          params: { query: { file, flat } },
          body: content,
          bodySerializer: (text: string) => text,
          headers: { 'Content-Type': 'text/csv' },
          parseAs: 'blob',
        }),
      ),
    onSuccess: (named, { name: file }) => saveFile(named as unknown as Blob, `named-${file}`),
  })
  return (
    <main className={tablesCss.specimens}>
      <ViewTitle>Identify a table</ViewTitle>
      <p className={kitCss.soft}>
        A CSV file, a row a specimen: <code>specimen_id</code>, if you like <code>date</code>,{' '}
        <code>stage</code> and <code>sex</code>, then a column a feature, named as in the guide. Several
        measured parts are separated by a semicolon; an empty cell was not looked for.
      </p>
      <label
        className={`${tablesCss.drop}${over ? ` ${tablesCss.over}` : ''}`}
        onDragOver={(e) => {
          e.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault()
          setOver(false)
          void take(e.dataTransfer.files)
        }}
      >
        <input
          type="file"
          accept=".csv,text/csv"
          className={kitCss.sr}
          onChange={(e) => {
            // Chosen again after a change, the same file is read again.
            const { files } = e.target
            void take(files).finally(() => (e.target.value = ''))
          }}
        />
        <b>{table ? table.name : 'Drop the file here, or choose it'}</b>
      </label>
      <div className={kitCss.row}>
        <label>
          <input
            type="checkbox"
            checked={flat}
            disabled={!table}
            onChange={() => table && name(table, !flat)}
          />{' '}
          leave out how common each name is
        </label>
        <span className={kitCss.fill} />
        {naming.data && (
          <Button
            variant="contained"
            disabled={saving.isPending}
            onClick={() => table && saving.mutate(table)}
          >
            Save as CSV
          </Button>
        )}
      </div>
      <ProblemNote error={naming.error ?? saving.error} />
      {!table && (
        <Empty
          says="What comes out: the likeliest names of each row with their weights, and a file of them."
          example={
            <table>
              <tbody>
                {example.map((row) => (
                  <tr key={row[0]}>
                    {row.map((cell) => (
                      <td key={cell}>{cell}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          }
        >
          <Button
            variant="outlined"
            onClick={() =>
              name({ name: 'example.csv', content: example.map((r) => r.join()).join('\n') }, flat)
            }
          >
            Try it with this example
          </Button>
        </Empty>
      )}
      {naming.isPending && <p role="status">Naming …</p>}
      {naming.data && <Results rows={naming.data} />}
    </main>
  )
}

function Results({ rows }: { rows: NamedSpecimen[] }) {
  const faulty = rows.filter((r) => r.likelyNames === null).length
  return (
    <>
      <p role="status">
        {rows.length - faulty} specimens named
        {faulty > 0 && `, ${faulty} ${faulty === 1 ? 'row' : 'rows'} with faults`}.
      </p>
      <table className={tablesCss.specimenRows}>
        <thead>
          <tr>
            <th scope="col">Specimen</th>
            <th scope="col">Leading names</th>
            <th scope="col">Outside the guide</th>
            <th scope="col">Can be said</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r, i) => (
            <tr key={`${i} ${r.id}`}>
              <th scope="row">{r.id}</th>
              {r.likelyNames ? (
                <>
                  <td>
                    {r.likelyNames.names.map((n) => (
                      <div key={n.name.id}>
                        <TaxonText name={n.name.name} /> {percent(n.mass)}
                      </div>
                    ))}
                  </td>
                  <td>{percent(r.likelyNames.outside)}</td>
                  <td>
                    {r.likelyNames.outsideIsSafe
                      ? 'none of these'
                      : (r.likelyNames.safe?.names.map((n) => n.name).join(' or ') ?? 'nothing yet')}
                  </td>
                </>
              ) : (
                <td colSpan={3} className={tablesCss.specimenFault}>
                  {r.faults.join(' ')}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}
