import { Bell, BellOff } from 'lucide-react';
import { useOwnAlarms } from '../../alarms/AlarmsContext.tsx';
import { Button } from '../../ui/parts.tsx';
import { CalendarFeed } from './CalendarFeed.tsx';

/** Alarms of this device on or off, and what can be relied on with the page open and with it closed. */
export function AlarmPanel() {
  const alarms = useOwnAlarms();
  const { isOn } = alarms;
  const Icon = isOn ? Bell : BellOff;
  return (
    <details className="border-b border-line">
      <summary className="flex min-h-11 cursor-pointer items-center gap-2 text-body font-semibold">
        <Icon size={18} aria-hidden="true" /> {isOn ? 'Alarms are on' : 'Alarms are off'} for this device
      </summary>
      <div className="flex flex-col gap-3 pb-4">
        <div className="flex flex-wrap gap-2">
          {isOn && alarms.hasSound ? (
            <Button size="hand" onClick={alarms.switchOff}>
              Switch alarms off
            </Button>
          ) : (
            <Button kind="primary" size="hand" onClick={() => void alarms.switchOn()}>
              {isOn ? 'Let it sound again' : 'Switch alarms on'}
            </Button>
          )}
          {isOn && !alarms.hasSound && (
            <Button size="hand" onClick={alarms.switchOff}>
              Switch alarms off
            </Button>
          )}
        </div>
        <ul className="flex max-w-3xl flex-col gap-1 text-body">
          <Promise isSure={isOn && alarms.isAwake}>
            With this page open: five minutes before a window opens, when it opens, and twice before it closes, the
            whole screen says it{alarms.hasSound ? ' and rings' : ''}. {awakeWords(isOn, alarms.isAwake)}
          </Promise>
          <Promise isSure={isOn && alarms.hasSound}>
            {alarms.hasSound
              ? 'Sound is allowed until the page is loaded again; then tap once more here.'
              : 'No sound yet: the browser allows it only after a tap here, also after a reload.'}
          </Promise>
          <Promise isSure={false}>{notificationWords()}</Promise>
          <Promise isSure={false}>{closedWords(isOn && alarms.isPushed)}</Promise>
          <Promise isSure>
            Always, also with this page closed and no network: the calendar below rings, by the clock of the device that
            follows it.
          </Promise>
        </ul>
        <CalendarFeed />
      </div>
    </details>
  );
}

function Promise({ isSure, children }: { readonly isSure: boolean; readonly children: React.ReactNode }) {
  return (
    <li className="flex gap-2">
      <span
        aria-hidden="true"
        className={`mt-2 size-2 shrink-0 ${isSure ? 'bg-verdigris' : 'border border-keyline'}`}
      />
      <span>{children}</span>
    </li>
  );
}

function awakeWords(isOn: boolean, isAwake: boolean): string {
  if (!isOn) return '';
  return isAwake
    ? 'The screen is kept awake.'
    : 'This browser does not keep the screen awake: set the device not to sleep, or it may stay silent.';
}

function closedWords(isPushed: boolean): string {
  if (isPushed)
    return 'With this page closed: a notification, through the delivery service of your browser’s maker. It needs the internet here and there and may come late; the service sees when, not what.';
  if (!('PushManager' in window) || !window.isSecureContext)
    return 'With this page closed: no notification, as this browser delivers none for a page without a certificate.';
  return 'With this page closed: no notification until alarms are switched on, notifications are allowed and the internet is there.';
}

function notificationWords(): string {
  if (!('Notification' in window) || !window.isSecureContext)
    return 'With another page in front: nothing, as this browser shows no notifications for a page without a certificate.';
  if (Notification.permission === 'granted')
    return 'With another page in front: a notification, as long as the device lets this page run; phones may stop it.';
  return 'With another page in front: nothing, as notifications are not allowed for this page in the browser’s settings.';
}
