/** The icons that are used, one import each so that only they are shipped. */
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import CalendarDays from 'lucide-react-native/icons/calendar-days';
import Camera from 'lucide-react-native/icons/camera';
import CarFront from 'lucide-react-native/icons/car-front';
import Check from 'lucide-react-native/icons/check';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import ClipboardList from 'lucide-react-native/icons/clipboard-list';
import Delete from 'lucide-react-native/icons/delete';
import Droplets from 'lucide-react-native/icons/droplets';
import Equal from 'lucide-react-native/icons/equal';
import FlaskConical from 'lucide-react-native/icons/flask-conical';
import Package from 'lucide-react-native/icons/package';
import Pencil from 'lucide-react-native/icons/pencil';
import Plus from 'lucide-react-native/icons/plus';
import Printer from 'lucide-react-native/icons/printer';
import Search from 'lucide-react-native/icons/search';
import Settings from 'lucide-react-native/icons/settings';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import UserRound from 'lucide-react-native/icons/user-round';
import Wrench from 'lucide-react-native/icons/wrench';
import X from 'lucide-react-native/icons/x';

const icons = {
  back: ArrowLeft,
  calendar: CalendarDays,
  camera: Camera,
  car: CarFront,
  check: Check,
  down: ChevronDown,
  left: ChevronLeft,
  right: ChevronRight,
  up: ChevronUp,
  work: ClipboardList,
  erase: Delete,
  fluid: Droplets,
  equal: Equal,
  bench: FlaskConical,
  stores: Package,
  edit: Pencil,
  plus: Plus,
  print: Printer,
  search: Search,
  settings: Settings,
  alert: TriangleAlert,
  person: UserRound,
  wrench: Wrench,
  close: X,
  // What the form and date packages ask for by their own names.
  'chevron-down': ChevronDown,
  'chevron-left': ChevronLeft,
  'chevron-right': ChevronRight,
  'menu-down': ChevronDown,
  pencil: Pencil,
} as const;

export type IconName = keyof typeof icons;

export function Icon({ name, size = 22, color }: { name: IconName; size?: number; color: string }) {
  const Drawn = icons[name];
  return <Drawn size={size} color={color} strokeWidth={1.9} aria-hidden />;
}

/** Lets the component library draw our icons instead of loading a font of 1.3 MB. */
export function PaperIcon({ name, color, size }: { name: unknown; color?: string; size: number }) {
  // Called as a function, not drawn as a component: nothing may be remembered in it.
  'use no memo';
  const known = typeof name === 'string' && name in icons ? (name as IconName) : null;
  return known ? <Icon name={known} size={size} color={color ?? 'currentColor'} /> : null;
}
