import kitCss from './kit.module.css'
interface Props {
  children: string
  /** True where the view says by itself what it is, so that the heading is for those who hear the page. */
  heard?: boolean
  /** True where a paper made to be printed has a title of its own. */
  screenOnly?: boolean
}

/** The heading of a view, which the window is called by too. */
export const ViewTitle = ({ children, heard, screenOnly }: Props) => (
  <>
    <title>{`${children} · Garten`}</title>
    <h1 className={heard ? kitCss.onlyHeard : screenOnly ? kitCss.noPrint : undefined}>{children}</h1>
  </>
)
