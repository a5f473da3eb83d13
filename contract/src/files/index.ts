export { ENDING_ACTS, fileOf, viewAfter } from './compose';
export { CHANNEL_LABEL, CHANNELS, FILE_SORTS } from './plain';
export {
  FileAnswer,
  FileItem,
  FilePage,
  FileQuery,
  FileState,
  FileView,
  InviteApplicant,
  MoveFile,
  OpenedFile,
  OpenFile,
  StatedBy,
  TakeBack,
  TodayPage,
  TodayQuery,
  WithdrawFile,
} from './schemas';
