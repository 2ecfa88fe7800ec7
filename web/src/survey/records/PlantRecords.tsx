import { Button, Checkbox, FormControlLabel } from '@mui/material'
import { type GridColDef, type GridSortModel } from '@mui/x-data-grid'
import { useState } from 'react'
import { type RecordFilter, useRecords, useSession } from '../../api/queries'
import type { SurveyRecord } from '../../api/types'
import { day, words } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { DeletedPlants } from './DeletedPlants'
import { RecordDialog } from './RecordDialog'
import { RecordFields } from './RecordFields'
import { RecordGrid } from './RecordGrid'
import { useChosenRecords } from './useChosenRecords'
import { WithheldList } from './WithheldList'
import { useAsked } from '../../kit/useAsked'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import recordsCss from './records.module.css'

const sortable = ['date', 'tag', 'name', 'site', 'recorder', 'determiner'] as const

const columns: GridColDef<SurveyRecord>[] = [
  { field: 'tag', headerName: 'Plant', width: 90 },
  {
    field: 'name',
    headerName: 'Name',
    flex: 1.6,
    minWidth: 190,
    renderCell: ({ row }) =>
      row.fullName ? <TaxonText name={row.fullName} /> : <span className={kitCss.soft}>not named yet</span>,
  },
  { field: 'commonName', headerName: 'Common name', flex: 1.4, minWidth: 165, sortable: false },
  { field: 'date', headerName: 'Seen on', width: 110, valueFormatter: (value: string) => day(value) },
  { field: 'site', headerName: 'Site', flex: 1, minWidth: 120 },
  {
    field: 'parts',
    headerName: 'With',
    width: 120,
    sortable: false,
    valueGetter: (_, row) => row.parts.join(', '),
  },
  {
    field: 'stage',
    headerName: 'Stage',
    width: 90,
    sortable: false,
    valueFormatter: (value: string | null) => (value ? words(value) : ''),
  },
  { field: 'recorder', headerName: 'Recorded by', width: 120 },
  { field: 'determiner', headerName: 'Named by', width: 120 },
]

const address = (filter: RecordFilter, exact: boolean) => {
  const query = new URLSearchParams({ exact: String(exact) })
  for (const [name, value] of Object.entries(filter))
    if (value !== undefined && value !== '') query.set(name, String(value))
  return `/api/records.csv?${query}`
}

/** Records of plants with a name: filtered, sorted, opened for their reasons, and exported as shown. */
export function PlantRecords({ nonce }: { nonce: string }) {
  const session = useSession().data
  const [exact, setExact] = useState(false)
  const [pictures, setPictures] = useState(true)
  const { chosen, choose, all } = useChosenRecords()
  const [asked, ask] = useAsked('sort', 'up')
  const filter: RecordFilter = {
    ...chosen,
    sort: sortable.find((s) => s === asked.sort) ?? 'date',
    descending: asked.up === null,
  }
  const [page, setPage] = useState({ page: 0, pageSize: 50 })
  const [open, setOpen] = useState<SurveyRecord | null>(null)
  const { data, error, isFetching } = useRecords(filter, page.page * page.pageSize, page.pageSize)
  const fromTop = () => setPage({ ...page, page: 0 })
  const sort = (model: GridSortModel) => {
    const by = sortable.find((s) => s === model[0]?.field)
    ask({ sort: by ?? null, up: by && model[0]?.sort === 'asc' ? 'yes' : null })
    fromTop()
  }
  return (
    <>
      <div className={surveyCss.recordsHead}>
        <span className={kitCss.soft} aria-live="polite">
          {data ? `${data.total} shown` : ''}
        </span>
        <span className={kitCss.fill} />
        {session?.seesSensitive && (
          <FormControlLabel
            control={<Checkbox checked={exact} onChange={(e) => setExact(e.target.checked)} />}
            label="with exact places of sensitive species"
          />
        )}
        <Button
          variant="outlined"
          href={`/api/records/archive.zip?exact=${exact}&pictures=${pictures}`}
          download
        >
          Whole survey (Darwin Core archive)
        </Button>
        <FormControlLabel
          control={<Checkbox checked={pictures} onChange={(e) => setPictures(e.target.checked)} />}
          label="its photographs too"
        />
        <Button variant="contained" href={address(filter, exact)} download>
          Export what is shown (CSV)
        </Button>
      </div>
      <RecordFields
        filter={chosen}
        onChange={(part) => {
          choose(part)
          fromTop()
        }}
        onClear={() => {
          all()
          fromTop()
        }}
      />
      <ProblemNote error={error} />
      <div className={recordsCss.recordsGrid}>
        <RecordGrid
          nonce={nonce}
          rows={data?.records ?? []}
          columns={columns}
          rowCount={data?.total ?? 0}
          loading={isFetching && !data}
          paginationModel={page}
          onPaginationModelChange={setPage}
          sortModel={[{ field: filter.sort ?? 'date', sort: filter.descending ? 'desc' : 'asc' }]}
          onSortModelChange={sort}
          onOpen={setOpen}
          localeText={{ noRowsLabel: 'No record fits. A plant has a record once it has a name.' }}
        />
      </div>
      <DeletedPlants />
      <WithheldList records={data?.withheld ?? []} />
      {open && <RecordDialog record={open} onClose={() => setOpen(null)} />}
    </>
  )
}
