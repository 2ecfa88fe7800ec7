import { Link } from 'react-router'
import { ViewTitle } from '../kit/ViewTitle'
import kitCss from '../kit/kit.module.css'

/** What will stand here once there are exercises; until then it leads to what one can learn from today. */
export function PracticePage() {
  return (
    <main className={kitCss.plainPage}>
      <ViewTitle>Practice</ViewTitle>
      <p>
        Here you will learn to see: plants of this guide to name from their pictures and drawings, features to
        tell at a glance, and the mistakes you make most often to look at again.
      </p>
      <p className={kitCss.soft}>There are no exercises yet. Until there are:</p>
      <ul>
        <li>
          <Link to="/glossary">Read the glossary</Link>, where every word of the keys has its picture.
        </li>
        <li>
          <Link to="/apart">Tell look-alikes apart</Link>, two to six at a time.
        </li>
        <li>
          <Link to="/identify">Walk a key</Link> with a plant in front of you.
        </li>
      </ul>
    </main>
  )
}
