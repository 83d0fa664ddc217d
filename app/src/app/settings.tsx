export { SettingsScreen as default } from '../features/settings/settings-screen';
