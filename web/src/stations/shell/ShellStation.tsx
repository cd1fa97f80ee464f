import { useAppDispatch, useAppSelector } from '../../app/store';
import { FindingList } from '../../ui/FindingList';
import { Tabs } from '../../ui/Tabs';
import { setTab, type ShellTab } from './slice';
import { BodyList } from './BodyList';
import { FeatureList } from './FeatureList';
import { HazardSurvey } from './HazardSurvey';
import { HullForm } from './HullForm';
import { LitresTable } from './LitresTable';
import { OpeningList } from './OpeningList';
import { RoomPanel } from './RoomPanel';
import { CutItDown } from './CutItDown';
import { SmallestBox } from './SmallestBox';
import { SurveyPanel } from './SurveyPanel';
import { WallList } from './WallList';

/** Station 1: what space there really is, and how sure that is. */
export function ShellStation() {
  const tab = useAppSelector((s) => s.shell.tab);
  const dispatch = useAppDispatch();
  return (
    <Tabs
      label="Shell"
      value={tab}
      onChange={(value) => dispatch(setTab(value as ShellTab))}
      tabs={[
        {
          value: 'form',
          label: 'Form',
          content: (
            <>
              <FindingList station="shell" />
              <LitresTable />
              <HullForm />
              <WallList />
              <BodyList />
              <SmallestBox />
              <CutItDown />
            </>
          ),
        },
        {
          value: 'inside',
          label: 'Inside',
          content: (
            <>
              <FeatureList />
              <OpeningList />
            </>
          ),
        },
        { value: 'survey', label: 'Survey', content: <SurveyPanel /> },
        { value: 'room', label: 'Room', content: <RoomPanel /> },
        { value: 'hazards', label: 'Hazards', content: <HazardSurvey /> },
      ]}
    />
  );
}
