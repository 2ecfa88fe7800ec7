import { Tab, Tabs } from '@mui/material'
import kitCss from './kit.module.css'

/** The tab of what stands when the address names none. */
const first = ''

interface Props {
  /** What is chosen between, for those who hear the page. */
  label: string
  tabs: readonly { id: string | null; label: string }[]
  chosen: string | null
  onChoose: (id: string | null) => void
}

/** The parts of a view, one shown at a time: `<ViewTabs label="Today" tabs={tabs} chosen={what} onChoose={go} />`. */
export const ViewTabs = ({ label, tabs, chosen, onChoose }: Props) => (
  <Tabs
    className={kitCss.noPrint}
    aria-label={label}
    value={tabs.some((t) => t.id === chosen) ? (chosen ?? first) : false}
    variant="scrollable"
    scrollButtons="auto"
    allowScrollButtonsMobile
    onChange={(_, id: string) => onChoose(id === first ? null : id)}
  >
    {tabs.map((t) => (
      <Tab key={t.label} value={t.id ?? first} label={t.label} />
    ))}
  </Tabs>
)
