import { type GridColDef, type GridPaginationModel, type GridSortModel } from '@mui/x-data-grid'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { FindView } from '../../api/types'
import { protocols } from '../counts/protocols'
import { RecordGrid } from '../records/RecordGrid'
import { day } from '../../kit/format'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { type FindFilter, useFinds } from './findQueries'
import findsCss from './finds.module.css'

interface Props {
  filter: FindFilter
  /** How many finds there are on all pages. */
  total: number
  nonce: string
}

const columns: GridColDef<FindView>[] = [
  { field: 'date', headerName: 'Day', width: 110, valueGetter: (_, row) => day(row.find.date) },
  {
    field: 'name',
    headerName: 'Name',
    flex: 2,
    minWidth: 170,
    sortable: false,
    renderCell: ({ row }) => <TaxonText name={row.fullName} />,
  },
  { field: 'counted', headerName: 'Counted', width: 120, sortable: false },
  {
    field: 'site',
    headerName: 'Site',
    flex: 1,
    minWidth: 110,
    sortable: false,
    valueGetter: (_, row) => row.find.site,
  },
  {
    field: 'how',
    headerName: 'From',
    width: 150,
    sortable: false,
    valueGetter: (_, { find }) => (find.protocol ? protocols[find.protocol].label : `plant ${find.tag}`),
  },
  {
    field: 'recorder',
    headerName: 'Recorded by',
    width: 115,
    sortable: false,
    valueGetter: (_, row) => row.find.recorder,
  },
  {
    field: 'note',
    headerName: 'Note',
    flex: 1,
    minWidth: 80,
    sortable: false,
    valueGetter: (_, row) => row.find.note,
  },
]

/** Finds day by day. A row opens the plant or the count it is from. */
export function FindsList({ filter, total, nonce }: Props) {
  const navigate = useNavigate()
  const [oldest, setOldest] = useState(false)
  const [page, setPage] = useState<GridPaginationModel>({ page: 0, pageSize: 50 })
  // Where each page begins: the list has no numbers to jump to, a page is found by the one before it.
  const [starts, setStarts] = useState<(string | undefined)[]>([undefined])
  const { data, error, isFetching } = useFinds(filter, oldest, starts[page.page], page.pageSize)
  const begin = (pageSize: number) => {
    setStarts([undefined])
    setPage({ page: 0, pageSize })
  }
  const turn = (to: GridPaginationModel) => {
    if (to.pageSize !== page.pageSize) {
      begin(to.pageSize)
      return
    }
    if (to.page >= starts.length) {
      if (!data?.next) return
      setStarts([...starts, data.next])
    }
    setPage(to)
  }
  const sort = (model: GridSortModel) => {
    setOldest(model[0]?.sort === 'asc')
    begin(page.pageSize)
  }
  const open = ({ find }: FindView) =>
    void navigate(find.counted ? `/survey?what=counts&sheet=${find.of}` : `/identify/${find.of}`)
  return (
    <div className={findsCss.findsList}>
      <ProblemNote error={error} />
      <RecordGrid
        nonce={nonce}
        rows={data?.finds ?? []}
        getRowId={(row) => row.key}
        columns={columns}
        rowCount={total}
        loading={isFetching && !data}
        paginationModel={page}
        onPaginationModelChange={turn}
        sortModel={[{ field: 'date', sort: oldest ? 'asc' : 'desc' }]}
        sortingOrder={['desc', 'asc']}
        onSortModelChange={sort}
        onOpen={open}
        localeText={{ noRowsLabel: 'Nothing found that fits.' }}
      />
    </div>
  )
}
