import { DataGrid, type DataGridProps, type GridValidRowModel } from '@mui/x-data-grid'

interface Props<R extends GridValidRowModel> extends DataGridProps<R> {
  /** Called with a row that is clicked, or on which Enter is pressed. */
  onOpen: (row: R) => void
}

/** A table of records paged and sorted by the server, whose rows open. */
export function RecordGrid<R extends GridValidRowModel>({ onOpen, ...grid }: Props<R>) {
  return (
    <DataGrid
      density="compact"
      paginationMode="server"
      sortingMode="server"
      pageSizeOptions={[25, 50, 100]}
      onRowClick={({ row }) => onOpen(row)}
      onCellKeyDown={({ row }, event) => {
        if (event.key !== 'Enter') return
        // The dialog that opens takes the focus; the same press must not close it.
        event.preventDefault()
        onOpen(row)
      }}
      disableColumnFilter
      disableColumnMenu
      disableRowSelectionOnClick
      {...grid}
    />
  )
}
