import { Outlet, useLocation, useNavigate } from 'react-router'
import { ViewTabs } from '../kit/ViewTabs'
import kitCss from '../kit/kit.module.css'

const tabs = [
  { id: '/guide', label: 'Names' },
  { id: '/keys', label: 'Keys' },
  { id: '/apart', label: 'Tell apart' },
  { id: '/glossary', label: 'Glossary' },
  { id: '/table', label: 'Identify a table' },
  { id: '/text', label: 'From a text' },
]

/** The guide: its names, and what stands beside them. */
export function GuidePlace() {
  const { pathname } = useLocation()
  const go = useNavigate()
  return (
    <div className={kitCss.placeView}>
      <ViewTabs
        label="Guide"
        tabs={tabs}
        chosen={tabs.find((t) => pathname.startsWith(t.id))?.id ?? null}
        onChoose={(to) => to && void go(to)}
      />
      <Outlet />
    </div>
  )
}
