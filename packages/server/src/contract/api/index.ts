import type { AboutApi } from './about';
import type { AccountsApi } from './accounts';
import type { ArchivesApi } from './archives';
import type { AssignmentsApi } from './assignments';
import type { ClassesApi } from './classes';
import type { CollectingApi } from './collecting';
import type { ConversationsApi } from './conversations';
import type { DatesApi } from './dates';
import type { ExceptionsApi } from './exceptions';
import type { FamiliesApi } from './families';
import type { FilesApi } from './files';
import type { FindApi } from './find';
import type { GroupsApi } from './groups';
import type { JottingsApi } from './jottings';
import type { KeysApi } from './keys';
import type { LiveQuestionsApi } from './live-questions';
import type { MailApi } from './mail';
import type { MarkbookApi } from './markbook';
import type { MarkingApi } from './marking';
import type { MyWorkApi } from './my-work';
import type { NewsApi } from './news';
import type { NoticesApi } from './notices';
import type { PlanApi } from './plan';
import type { PortfolioApi } from './portfolio';
import type { ProgressApi } from './progress';
import type { QuizzesApi } from './quizzes';
import type { RegisterApi } from './register';
import type { RemarksApi } from './remarks';
import type { ReportsApi } from './reports';
import type { ReviewsApi } from './reviews';
import type { RosterApi } from './roster';
import type { ShelfApi } from './shelf';
import type { TakeHomeApi } from './take-home';
import type { TermlineApi } from './termline';
import type { TodayApi } from './today';
import type { UploadsApi } from './uploads';
import type { WallsApi } from './walls';
import type { YearShelfApi } from './year-shelf';
import type { Line } from './shape';

/**
 * Every request there is, with what is sent and what comes back. The server's routes, the page's `ask` and the
 * API's description (`openapi.json`) are all made from this one interface.
 * @example
 * type Sent = BodyOf<'PUT /api/briefs/:briefId'>; // BriefChange
 */
export interface Api
  extends
    AboutApi,
    AccountsApi,
    ArchivesApi,
    AssignmentsApi,
    ClassesApi,
    CollectingApi,
    ConversationsApi,
    DatesApi,
    ExceptionsApi,
    FamiliesApi,
    FilesApi,
    FindApi,
    GroupsApi,
    JottingsApi,
    KeysApi,
    LiveQuestionsApi,
    MailApi,
    MarkbookApi,
    MarkingApi,
    MyWorkApi,
    NewsApi,
    NoticesApi,
    PlanApi,
    PortfolioApi,
    ProgressApi,
    QuizzesApi,
    RegisterApi,
    RemarksApi,
    ReportsApi,
    ReviewsApi,
    RosterApi,
    ShelfApi,
    TakeHomeApi,
    TermlineApi,
    TodayApi,
    UploadsApi,
    WallsApi,
    YearShelfApi {}

export type ApiKey = keyof Api;

type NamesIn<Address extends string> = Address extends `${string}:${infer Rest}`
  ? Rest extends `${infer Name}/${infer More}`
    ? Name | NamesIn<More>
    : Rest
  : never;
type Part<Key extends ApiKey, Name extends keyof Line, Otherwise> = Api[Key] extends { [N in Name]: infer Given } ? Given : Otherwise;

/** What stands in the address, by name. */
export type ParamsOf<Key extends ApiKey> = Part<Key, 'params', { [Name in NamesIn<Key>]: string }>;
/** What is asked behind the question mark. */
export type QueryOf<Key extends ApiKey> = Part<Key, 'query', Record<never, never>>;
/** What is sent as JSON. */
export type BodyOf<Key extends ApiKey> = Part<Key, 'body', undefined>;
/** What comes back; nothing where the answer is 204. */
export type ReplyOf<Key extends ApiKey> = Part<Key, 'reply', void>;
/** The requests that send a file. */
export type UploadKey = { [Key in ApiKey]: Api[Key] extends { upload: true } ? Key : never }[ApiKey];
/** The requests that are answered by a file or a stream. */
export type FileKey = { [Key in ApiKey]: Api[Key] extends { file: string } ? Key : never }[ApiKey];
