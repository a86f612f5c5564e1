/** What the API answers. Made by `npm run contract` from apps/server/openapi.json: change the server’s views. */
import type { BracePlan, BracingPlan, ShapingForecast, ShapingOutcome } from '@nimble/core/bracing';
import type { BatchResult, BatchSpec } from '@nimble/core/explore';
import type { DoubtfulLine } from '@nimble/core/formats';
import type { Glue, GlueTimes } from '@nimble/core/glue';
import type { TargetSpec, ThicknessBand } from '@nimble/core/graduation';
import type { LedgerLine, LedgerSummary, ShavingOutcome } from '@nimble/core/ledger';
import type { DryingCurve } from '@nimble/core/moisture';
import type { HoleSpec, OutlineSpec } from '@nimble/core/outline';
import type { BuildChoices, BuildWood } from '@nimble/core/project';
import type { KeptAnalysis, PlayedAnalysis } from '@nimble/core/sound';
import type { HandReach, Station, StationReading } from '@nimble/core/survey';
import type { KeptFigures, Thicker, TopPlan } from '@nimble/core/top';
import type { UnitChoice } from '@nimble/core/units';
import type {
  AssessmentSummary,
  ExpectedState,
  KeptPassForecast,
  PassTool,
  StepSummary,
  Taken,
} from '@nimble/core/verdict';
import type { VoicingEvent } from '@nimble/core/voicing';
import type {
  BeamJig,
  BraceFigures,
  FeelRecord,
  FlexPoint,
  FlexWarning,
  Jig,
  Objection,
  SetProperties,
} from '@nimble/core/wood';

export type paths = Record<string, never>;
export type webhooks = Record<string, never>;
export interface components {
  schemas: {
    DemoProgressView: {
      done: number;
      of: number;
    };
    HealthView: {
      status: string;
      /** @description Which bench answers: what was written for another is not sent here. */
      bench: string;
      /** @description How far the demo bench is laid out; null where nothing of it is under way. */
      demo: components['schemas']['DemoProgressView'] | null;
    };
    PersonView: {
      id: string;
      name: string;
      role: string;
      /**
       * @description How used to building the person is: newcomers are told more.
       * @enum {string}
       */
      experience: 'new' | 'some' | 'seasoned';
    };
    WorkshopView: {
      glues: Glue[];
      /** @description Written over the shipped ones. */
      bands: ThicknessBand[];
      name: string;
      demo: boolean;
      people: components['schemas']['PersonView'][];
    };
    SignedInView: {
      account: string;
      session: string;
      name: string;
      /** @enum {string} */
      role: 'owner' | 'helper';
      /** @description The shop's own tablet: the person is chosen by name. */
      shared: boolean;
    };
    SignInView: {
      /** @description Whether anyone has an account: then only who is signed in gets further. */
      accounts: boolean;
      /** @description The name of the workshop. */
      workshop: string;
      signedIn: components['schemas']['SignedInView'] | null;
    };
    OpenInvitationView: {
      workshop: string;
      /** @enum {string} */
      role: 'owner' | 'helper';
      name: string | null;
      /** @description The person has an account: it sets a new password. */
      renews: boolean;
    };
    DeviceView: {
      id: string;
      device: string;
      shared: boolean;
      createdAt: string;
      seenAt: string;
    };
    AccountView: {
      id: string;
      name: string;
      /** @enum {string} */
      role: 'owner' | 'helper';
      createdAt: string;
      devices: components['schemas']['DeviceView'][];
    };
    InvitationView: {
      id: string;
      /** @enum {string} */
      role: 'owner' | 'helper';
      name: string | null;
      expiresAt: string;
    };
    AccountsView: {
      accounts: components['schemas']['AccountView'][];
      invitations: components['schemas']['InvitationView'][];
    };
    NewInvitationView: {
      id: string;
      /** @enum {string} */
      role: 'owner' | 'helper';
      name: string | null;
      expiresAt: string;
      /** @description Told once: only its hash is kept. */
      code: string;
    };
    ShopAddressView: {
      /** @description Where other devices of the shop's network find this bench; none where it answers this machine alone. */
      addresses: string[];
      /** @description The program made its certificate itself: devices trust it once they have it. */
      ownCertificate: boolean;
    };
    WaitsForView: {
      what: string;
      until: string | null;
    };
    NewestRoundView: {
      buildId: string;
      number: number;
      /** Format: date-time */
      at: string;
      shaved: boolean;
    };
    NewestSurveyView: {
      buildId: string;
      number: number;
      /** Format: date-time */
      at: string;
      mean: number | null;
      headline: string | null;
      verdict: string | null;
      /** @description Passes taken since; then the verdict is of before them. */
      passesSince: number;
    };
    BuildSummaryView: {
      /** Format: uuid */
      id: string;
      wood: BuildWood;
      outline: OutlineSpec;
      holes: HoleSpec[];
      units: UnitChoice;
      tool: PassTool;
      choices: BuildChoices;
      number: number;
      name: string;
      /** @enum {string} */
      family: 'steel-string' | 'nylon-string' | 'arched-guitar' | 'mandolin' | 'ukulele' | 'other';
      /** @enum {string} */
      construction: 'flat' | 'domed' | 'carved' | 'sandwich';
      /** @enum {string} */
      plate: 'top' | 'back';
      leftHanded: boolean;
      scaleLength: number | null;
      /** @enum {string} */
      stage: 'wood' | 'thickness' | 'layout' | 'arch' | 'glue-up' | 'shape' | 'voice' | 'close';
      stagesDone: ('wood' | 'thickness' | 'layout' | 'arch' | 'glue-up' | 'shape' | 'voice' | 'close')[];
      waitsFor: components['schemas']['WaitsForView'] | null;
      demo: boolean;
      /** @description Counts its changes: what is sent names the one that it was made upon. */
      revision: number;
      /** Format: date-time */
      archivedAt: string | null;
      /** Format: date-time */
      createdAt: string;
      /** Format: date-time */
      updatedAt: string;
      newestRound: components['schemas']['NewestRoundView'] | null;
      newestSurvey: components['schemas']['NewestSurveyView'] | null;
    };
    BuildView: {
      /** Format: uuid */
      id: string;
      wood: BuildWood;
      outline: OutlineSpec;
      holes: HoleSpec[];
      stations: Station[];
      units: UnitChoice;
      tool: PassTool;
      choices: BuildChoices;
      number: number;
      name: string;
      /** @enum {string} */
      family: 'steel-string' | 'nylon-string' | 'arched-guitar' | 'mandolin' | 'ukulele' | 'other';
      /** @enum {string} */
      construction: 'flat' | 'domed' | 'carved' | 'sandwich';
      /** @enum {string} */
      plate: 'top' | 'back';
      leftHanded: boolean;
      scaleLength: number | null;
      /** @enum {string} */
      stage: 'wood' | 'thickness' | 'layout' | 'arch' | 'glue-up' | 'shape' | 'voice' | 'close';
      stagesDone: ('wood' | 'thickness' | 'layout' | 'arch' | 'glue-up' | 'shape' | 'voice' | 'close')[];
      waitsFor: components['schemas']['WaitsForView'] | null;
      demo: boolean;
      /** @description Counts its changes: what is sent names the one that it was made upon. */
      revision: number;
      /** Format: date-time */
      archivedAt: string | null;
      /** Format: date-time */
      createdAt: string;
      /** Format: date-time */
      updatedAt: string;
    };
    NoteBodyView: {
      /** @enum {string} */
      stage?: 'wood' | 'thickness' | 'layout' | 'arch' | 'glue-up' | 'shape' | 'voice' | 'close';
      text?: string;
    };
    NoteView: {
      /** Format: uuid */
      id: string;
      /** @enum {string} */
      kind: 'note' | 'stage';
      /** Format: date-time */
      at: string;
      person: string;
      body: components['schemas']['NoteBodyView'];
    };
    TargetTemplateView: {
      /** Format: uuid */
      id: string;
      body: TargetSpec;
      name: string;
    };
    BundledBuildView: {
      id: string;
      number: number;
      name: string;
    };
    BundleReadView: {
      /** @description New on this bench; a number that was taken is another one here. */
      added: components['schemas']['BundledBuildView'][];
      /** @description Here already: they stay as they are. */
      here: components['schemas']['BundledBuildView'][];
    };
    SurveyView: {
      /** Format: uuid */
      id: string;
      typed: {
        [key: string]: string;
      };
      assessment: AssessmentSummary | null;
      buildId: string;
      number: number;
      /**
       * @description A whole survey, a quick look at a few places, or the scale alone.
       * @enum {string}
       */
      kind: 'full' | 'quick' | 'weight';
      person: string;
      /** Format: date-time */
      startedAt: string;
      /** Format: date-time */
      finishedAt: string | null;
      relativeHumidity: number | null;
      temperatureC: number | null;
      mass: number | null;
      note: string;
      /** @description False while what was written last has not been worked out: the assessment is then of before. */
      assessed: boolean;
    };
    PassView: {
      /** Format: uuid */
      id: string;
      /** @description Null where it is not known what was taken. */
      tool: PassTool | null;
      taken: Taken | null;
      planned: StepSummary[];
      /** @description Of everything that came off since the survey; null until the server has made it. */
      forecast: KeptPassForecast | null;
      surveyId: string;
      /** Format: date-time */
      at: string;
      person: string;
      supersedes: string | null;
      /** @description Neither taken back nor corrected since. */
      stands: boolean;
    };
    SettledPassView: {
      lines: LedgerLine[];
      passId: string;
      surveyId: string;
      settledBy: string;
      /** Format: date-time */
      at: string;
    };
    LedgerView: {
      summary: LedgerSummary;
      /** @description How much more comes off at the rim than in the middle by hand; null while that is not known. */
      reach: HandReach | null;
      passes: components['schemas']['SettledPassView'][];
      /** @description How unevenly this maker's tool takes off what was planned (1). */
      removalSpread: number;
    };
    ReadingView: {
      /** Format: uuid */
      id: string;
      station: string;
      x: number;
      y: number;
      /** @description [m]; null takes the reading back that it supersedes */
      thickness: number | null;
      typed: string;
      /** @enum {string} */
      source: 'typed' | 'caliper' | 'csv';
      kept: boolean;
      supersedes: string | null;
      person: string;
      /** Format: date-time */
      at: string;
      /** @description Readings that came in from one file. */
      batch: string | null;
    };
    SurveyWithReadingsView: {
      /** Format: uuid */
      id: string;
      typed: {
        [key: string]: string;
      };
      assessment: AssessmentSummary | null;
      /** @description What a quick look is laid upon; null for a whole survey. */
      expected: ExpectedState | null;
      /** @description The stations as a look leaves them; null for a whole survey, which stands by its readings. */
      standing: StationReading[] | null;
      readings: components['schemas']['ReadingView'][];
      buildId: string;
      number: number;
      /**
       * @description A whole survey, a quick look at a few places, or the scale alone.
       * @enum {string}
       */
      kind: 'full' | 'quick' | 'weight';
      person: string;
      /** Format: date-time */
      startedAt: string;
      /** Format: date-time */
      finishedAt: string | null;
      relativeHumidity: number | null;
      temperatureC: number | null;
      mass: number | null;
      note: string;
      /** @description False while what was written last has not been worked out: the assessment is then of before. */
      assessed: boolean;
    };
    ReadingsKeptView: {
      id: string;
      buildId: string;
      kept: string[];
    };
    ImportAnswerView: {
      /** Format: uuid */
      id: string;
      typed: {
        [key: string]: string;
      };
      assessment: AssessmentSummary | null;
      /** @description What a quick look is laid upon; null for a whole survey. */
      expected: ExpectedState | null;
      /** @description The stations as a look leaves them; null for a whole survey, which stands by its readings. */
      standing: StationReading[] | null;
      /** @description Lines to be asked about; while there are any, nothing was kept. */
      doubtful: DoubtfulLine[];
      imported: number;
      newStations: number;
      batch: string | null;
      readings: components['schemas']['ReadingView'][];
      buildId: string;
      number: number;
      /**
       * @description A whole survey, a quick look at a few places, or the scale alone.
       * @enum {string}
       */
      kind: 'full' | 'quick' | 'weight';
      person: string;
      /** Format: date-time */
      startedAt: string;
      /** Format: date-time */
      finishedAt: string | null;
      relativeHumidity: number | null;
      temperatureC: number | null;
      mass: number | null;
      note: string;
      /** @description False while what was written last has not been worked out: the assessment is then of before. */
      assessed: boolean;
    };
    JigView: {
      /** Format: uuid */
      id: string;
      body: Jig;
      name: string;
      demo: boolean;
    };
    EstimateView: {
      value: number;
      sd: number;
    };
    CheckRingView: {
      /** @description [s] */
      time: number;
      level: number | null;
    };
    CheckInputView: {
      points?: FlexPoint[];
      /** @description [Hz] by name. */
      notes?: {
        [key: string]: number;
      };
      /** @description Those that ring clear, without a name [Hz]. */
      clear?: number[];
      ring?: components['schemas']['CheckRingView'];
    };
    CheckResultView: {
      warnings: FlexWarning[];
      /** @description Sag per load [m/N]. */
      compliance?: components['schemas']['EstimateView'];
      /** @description Only from a ring jig [Pa]. */
      modulusAlong?: components['schemas']['EstimateView'];
      rigidityPerWidth?: components['schemas']['EstimateView'];
      /** @description As the jig felt it [m]; none of checks made before widths were kept. */
      width?: number;
    };
    CheckView: {
      /** Format: uuid */
      id: string;
      buildId: string;
      surveyId: string | null;
      jigId: string | null;
      /** @enum {string} */
      kind: 'flex' | 'feel' | 'knock';
      /** Format: date-time */
      at: string;
      person: string;
      feel: number | null;
      /** @description Mean of the plate when it was done [m]. */
      thickness: components['schemas']['EstimateView'];
      input: components['schemas']['CheckInputView'];
      result: components['schemas']['CheckResultView'];
      retracted: boolean;
    };
    ScoredFlexView: {
      /** Format: date-time */
      at: string;
      score: number;
      rigidity: number;
    };
    PersonFeelView: {
      record: FeelRecord;
      person: string;
      flexes: components['schemas']['ScoredFlexView'][];
    };
    PieceHomeView: {
      /** Format: uuid */
      setId: string;
      set: string;
      /** @enum {string} */
      mark: 'A' | 'B' | 'C' | 'D';
    };
    WoodPieceView: {
      properties: SetProperties;
      drying: DryingCurve;
      /** @enum {string} */
      mark: 'A' | 'B' | 'C' | 'D';
      width: number;
      thickness: number;
      /** @description Sizes of its own, where it differs from the others. */
      ownWidth: number | null;
      ownThickness: number | null;
      /** @description Newest that counts. */
      mass: number | null;
      /** @description Where it was before it was traded. */
      home: components['schemas']['PieceHomeView'] | null;
    };
    WoodWeighingView: {
      /** Format: uuid */
      id: string;
      /** @enum {string} */
      piece: 'A' | 'B' | 'C' | 'D';
      /** Format: date-time */
      at: string;
      person: string;
      mass: number;
      relativeHumidity: number | null;
      temperatureC: number | null;
      /** @description Moisture content that the wood comes to in that air (0..1). */
      moisture: number | null;
      retracted: boolean;
    };
    WoodTestInputView: {
      /** @description Where it lay, was loaded and read. */
      jig?: BeamJig;
      points?: FlexPoint[];
      ring?: {
        [key: string]: number;
      };
      /** @description Sizes of the board as it was [m]; of a knock its mass too [kg]. */
      length?: number;
      width?: number;
      thickness?: number;
      mass?: number;
      /** @enum {string} */
      direction?: 'along' | 'across';
      span?: number;
      twist?: number;
      across?: number;
      along?: number;
      /** @description Of a flex: the modulus of rigidity that was reckoned with [Pa]. */
      shear?: components['schemas']['EstimateView'];
      /**
       * @description Of a stick: the size that it bent over.
       * @enum {string}
       */
      over?: 'thickness' | 'width';
      /** @description Strain across caused by stress along (1). */
      poisson?: number;
    };
    WoodWarningView: {
      code: string;
      message: string;
    };
    WoodTestResultView: {
      quality?: {
        [key: string]: number;
      };
      modulusAlong?: components['schemas']['EstimateView'];
      modulusAcross?: components['schemas']['EstimateView'];
      shearModulus?: components['schemas']['EstimateView'];
      stiffness?: components['schemas']['EstimateView'];
      rigidityPerWidth?: components['schemas']['EstimateView'];
      /** @description Notes fitted against notes heard, in the order twist, across, along (1). */
      residuals?: number[];
      limitedBy?: string;
      /** @description Of a flex along the grain: what of its sag was shear, taken off (1). */
      shearShare?: number;
      warnings: components['schemas']['WoodWarningView'][];
    };
    WoodTestView: {
      /** Format: uuid */
      id: string;
      /** @enum {string} */
      kind: 'flex' | 'knock';
      /** @enum {string} */
      piece: 'A' | 'B' | 'C' | 'D';
      /** Format: date-time */
      at: string;
      person: string;
      feel: number | null;
      jigId: string | null;
      input: components['schemas']['WoodTestInputView'];
      result: components['schemas']['WoodTestResultView'];
      retracted: boolean;
    };
    WoodPhotoView: {
      /** Format: uuid */
      id: string;
      /** Format: date-time */
      at: string;
      person: string;
      caption: string;
    };
    WoodSetView: {
      /** Format: uuid */
      id: string;
      /** @description Of the plate joined of its pieces. */
      properties: SetProperties;
      objections: Objection[];
      /** @description Of its first piece. */
      drying: DryingCurve;
      /** @description Only of brace stock. */
      brace: BraceFigures | null;
      name: string;
      /** @enum {string} */
      use: 'top' | 'back' | 'brace';
      species: string;
      cut: string;
      worked: string;
      length: number;
      width: number;
      thickness: number;
      /** @description From bass to treble. */
      pieces: components['schemas']['WoodPieceView'][];
      /** @description Of all pieces side by side [m]. */
      joinedWidth: number;
      grainLinesPerCm: number | null;
      runout: number | null;
      offQuarter: number;
      /**
       * @description Toward which end the fibres rise to the outer face, half by half.
       * @enum {string|null}
       */
      risesBass: 'neck' | 'tail' | null;
      /** @enum {string|null} */
      risesTreble: 'neck' | 'tail' | null;
      figure: string;
      colour: string;
      price: string;
      place: string;
      note: string;
      rejected: string | null;
      demo: boolean;
      /** Format: date-time */
      archivedAt: string | null;
      /** Format: date-time */
      createdAt: string;
      /** Format: date-time */
      updatedAt: string;
      weighings: components['schemas']['WoodWeighingView'][];
      tests: components['schemas']['WoodTestView'][];
      photos: components['schemas']['WoodPhotoView'][];
    };
    HeldAtView: {
      x: number;
      y: number;
    };
    KnockPlaceView: {
      name?: string;
      x?: number;
      y?: number;
      held?: components['schemas']['HeldAtView'];
    };
    KnockOptionsView: {
      /** @description Lowest note that was listened for [Hz]. */
      from?: number;
    };
    KnockView: {
      /** Format: uuid */
      id: string;
      analysis: KeptAnalysis;
      /** @enum {string} */
      about: 'plate' | 'station' | 'bar';
      round: number;
      place: components['schemas']['KnockPlaceView'];
      options: components['schemas']['KnockOptionsView'];
      buildId: string;
      /** Format: date-time */
      at: string;
      person: string;
      /** @enum {string} */
      source: 'microphone' | 'file' | 'simulated';
      retracted: boolean;
    };
    PlayedPlaceView: {
      title: string;
      /** @description [Hz] */
      lowest: number;
      highest: number;
    };
    PlayedView: {
      /** Format: uuid */
      id: string;
      /** @enum {string} */
      about: 'played';
      analysis: PlayedAnalysis;
      round: number;
      place: components['schemas']['PlayedPlaceView'];
      options: components['schemas']['KnockOptionsView'];
      buildId: string;
      /** Format: date-time */
      at: string;
      person: string;
      /** @enum {string} */
      source: 'microphone' | 'file' | 'simulated';
      retracted: boolean;
    };
    ShapingView: {
      /** Format: uuid */
      id: string;
      before: BracePlan;
      after: BracePlan;
      forecast: ShapingForecast;
      outcome: ShapingOutcome | null;
      lines: LedgerLine[];
      braceId: string;
      name: string;
      /** Format: date-time */
      at: string;
      person: string;
      heardBefore: number | null;
      retracted: boolean;
    };
    GluedPieceView: {
      id: string;
      name: string;
    };
    GlueUpView: {
      /** Format: uuid */
      id: string;
      glue: Glue;
      times: GlueTimes;
      /** Format: date-time */
      at: string;
      person: string;
      pieces: components['schemas']['GluedPieceView'][];
      /** @description What was looked at before the glue was opened. */
      checked: string[];
      relativeHumidity: number | null;
      temperatureC: number | null;
      note: string;
      retracted: boolean;
    };
    VariantView: {
      /** Format: uuid */
      id: string;
      plan: BracingPlan;
      thicker: Thicker;
      /** @description As the model had them when it was kept. */
      figures: KeptFigures;
      /** Format: date-time */
      at: string;
      person: string;
      name: string;
      /** @enum {string} */
      hold: 'free' | 'ring' | 'clamped' | 'glued';
      retracted: boolean;
    };
    PlaceWishesView: {
      /** @description By kind of place, or one brace: `brace:` and its id. */
      places: {
        [key: string]: 'first' | 'free' | 'last' | 'never';
      };
    };
    MarkView: {
      name: string;
      mark: number;
    };
    ComparedView: {
      /** Format: uuid */
      id: string;
      /** @description SI, by name. */
      figures: {
        [key: string]: number | null;
      };
      number: number;
      name: string;
      /** @enum {string} */
      family: 'steel-string' | 'nylon-string' | 'arched-guitar' | 'mandolin' | 'ukulele' | 'other';
      /** @enum {string} */
      plate: 'top' | 'back';
      good: boolean | null;
      /** @description How it turned out, in its maker's words. */
      words: string;
      marks: components['schemas']['MarkView'][];
    };
    ExplorationView: {
      /** Format: uuid */
      id: string;
      spec: BatchSpec;
      /** Format: date-time */
      at: string;
      person: string;
      /** @enum {string} */
      hold: 'free' | 'ring' | 'clamped' | 'glued';
      /** @enum {string} */
      state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
      total: number;
      done: number;
      problem: string | null;
      /** Format: date-time */
      finishedAt: string | null;
    };
    ExplorationWithResultView: {
      /** Format: uuid */
      id: string;
      spec: BatchSpec;
      result: BatchResult | null;
      /** Format: date-time */
      at: string;
      person: string;
      /** @enum {string} */
      hold: 'free' | 'ring' | 'clamped' | 'glued';
      /** @enum {string} */
      state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
      total: number;
      done: number;
      problem: string | null;
      /** Format: date-time */
      finishedAt: string | null;
    };
    ExplorationInputsView: {
      spec: BatchSpec;
      top: TopPlan;
      /** @enum {string} */
      hold: 'free' | 'ring' | 'clamped' | 'glued';
    };
    CaliperLineView: {
      line: string;
    };
    InstrumentLineView: {
      /** @enum {string} */
      device: 'dial' | 'scale';
      line: string;
    };
    TopBendView: {
      /** @description [N] */
      load: number;
      /** @description [m] */
      deflection: number;
    };
    TopMassView: {
      /** @description [kg] */
      mass: number;
    };
    Answers: {
      '/health': components['schemas']['HealthView'];
      '/workshop': components['schemas']['WorkshopView'];
      '/sign-in': components['schemas']['SignInView'];
      '/invitations/{code}': components['schemas']['OpenInvitationView'];
      '/accounts': components['schemas']['AccountsView'];
      '/shop': components['schemas']['ShopAddressView'];
      '/builds': components['schemas']['BuildSummaryView'][];
      '/builds/{id}': components['schemas']['BuildView'];
      '/builds/{id}/notes': components['schemas']['NoteView'][];
      '/builds/{id}/target': TargetSpec;
      '/target-templates': components['schemas']['TargetTemplateView'][];
      '/builds/{id}/surveys': components['schemas']['SurveyView'][];
      '/builds/{id}/passes': components['schemas']['PassView'][];
      '/builds/{id}/ledger': components['schemas']['LedgerView'];
      '/surveys/{id}': components['schemas']['SurveyWithReadingsView'];
      '/surveys/{id}/assessment': AssessmentSummary;
      '/jigs': components['schemas']['JigView'][];
      '/checks': components['schemas']['CheckView'][];
      '/feel': components['schemas']['PersonFeelView'][];
      '/builds/{id}/checks': components['schemas']['CheckView'][];
      '/wood-sets': components['schemas']['WoodSetView'][];
      '/wood-sets/{id}': components['schemas']['WoodSetView'];
      '/builds/{id}/knocks': (components['schemas']['KnockView'] | components['schemas']['PlayedView'])[];
      '/builds/{id}/plan': BracingPlan;
      '/builds/{id}/shapings': components['schemas']['ShapingView'][];
      '/builds/{id}/glue-ups': components['schemas']['GlueUpView'][];
      '/builds/{id}/variants': components['schemas']['VariantView'][];
      '/builds/{id}/voicing': VoicingEvent[];
      '/shaving-record': ShavingOutcome[];
      '/place-wishes': components['schemas']['PlaceWishesView'];
      '/builds-compared': components['schemas']['ComparedView'][];
      '/builds/{id}/explorations': components['schemas']['ExplorationView'][];
      '/builds/{id}/explorations/{explorationId}': components['schemas']['ExplorationWithResultView'];
      '/builds/{id}/explorations/{explorationId}/inputs': components['schemas']['ExplorationInputsView'];
    };
  };
  responses: never;
  parameters: never;
  requestBodies: never;
  headers: never;
  pathItems: never;
}
export type DemoProgressView = components['schemas']['DemoProgressView'];
export type HealthView = components['schemas']['HealthView'];
export type PersonView = components['schemas']['PersonView'];
export type WorkshopView = components['schemas']['WorkshopView'];
export type SignedInView = components['schemas']['SignedInView'];
export type SignInView = components['schemas']['SignInView'];
export type OpenInvitationView = components['schemas']['OpenInvitationView'];
export type DeviceView = components['schemas']['DeviceView'];
export type AccountView = components['schemas']['AccountView'];
export type InvitationView = components['schemas']['InvitationView'];
export type AccountsView = components['schemas']['AccountsView'];
export type NewInvitationView = components['schemas']['NewInvitationView'];
export type ShopAddressView = components['schemas']['ShopAddressView'];
export type WaitsForView = components['schemas']['WaitsForView'];
export type NewestRoundView = components['schemas']['NewestRoundView'];
export type NewestSurveyView = components['schemas']['NewestSurveyView'];
export type BuildSummaryView = components['schemas']['BuildSummaryView'];
export type BuildView = components['schemas']['BuildView'];
export type NoteBodyView = components['schemas']['NoteBodyView'];
export type NoteView = components['schemas']['NoteView'];
export type TargetTemplateView = components['schemas']['TargetTemplateView'];
export type BundledBuildView = components['schemas']['BundledBuildView'];
export type BundleReadView = components['schemas']['BundleReadView'];
export type SurveyView = components['schemas']['SurveyView'];
export type PassView = components['schemas']['PassView'];
export type SettledPassView = components['schemas']['SettledPassView'];
export type LedgerView = components['schemas']['LedgerView'];
export type ReadingView = components['schemas']['ReadingView'];
export type SurveyWithReadingsView = components['schemas']['SurveyWithReadingsView'];
export type ReadingsKeptView = components['schemas']['ReadingsKeptView'];
export type ImportAnswerView = components['schemas']['ImportAnswerView'];
export type JigView = components['schemas']['JigView'];
export type EstimateView = components['schemas']['EstimateView'];
export type CheckRingView = components['schemas']['CheckRingView'];
export type CheckInputView = components['schemas']['CheckInputView'];
export type CheckResultView = components['schemas']['CheckResultView'];
export type CheckView = components['schemas']['CheckView'];
export type ScoredFlexView = components['schemas']['ScoredFlexView'];
export type PersonFeelView = components['schemas']['PersonFeelView'];
export type PieceHomeView = components['schemas']['PieceHomeView'];
export type WoodPieceView = components['schemas']['WoodPieceView'];
export type WoodWeighingView = components['schemas']['WoodWeighingView'];
export type WoodTestInputView = components['schemas']['WoodTestInputView'];
export type WoodWarningView = components['schemas']['WoodWarningView'];
export type WoodTestResultView = components['schemas']['WoodTestResultView'];
export type WoodTestView = components['schemas']['WoodTestView'];
export type WoodPhotoView = components['schemas']['WoodPhotoView'];
export type WoodSetView = components['schemas']['WoodSetView'];
export type HeldAtView = components['schemas']['HeldAtView'];
export type KnockPlaceView = components['schemas']['KnockPlaceView'];
export type KnockOptionsView = components['schemas']['KnockOptionsView'];
export type KnockView = components['schemas']['KnockView'];
export type PlayedPlaceView = components['schemas']['PlayedPlaceView'];
export type PlayedView = components['schemas']['PlayedView'];
export type ShapingView = components['schemas']['ShapingView'];
export type GluedPieceView = components['schemas']['GluedPieceView'];
export type GlueUpView = components['schemas']['GlueUpView'];
export type VariantView = components['schemas']['VariantView'];
export type PlaceWishesView = components['schemas']['PlaceWishesView'];
export type MarkView = components['schemas']['MarkView'];
export type ComparedView = components['schemas']['ComparedView'];
export type ExplorationView = components['schemas']['ExplorationView'];
export type ExplorationWithResultView = components['schemas']['ExplorationWithResultView'];
export type ExplorationInputsView = components['schemas']['ExplorationInputsView'];
export type CaliperLineView = components['schemas']['CaliperLineView'];
export type InstrumentLineView = components['schemas']['InstrumentLineView'];
export type TopBendView = components['schemas']['TopBendView'];
export type TopMassView = components['schemas']['TopMassView'];
export type Answers = components['schemas']['Answers'];
export type $defs = Record<string, never>;
export type operations = Record<string, never>;
