/**
 * What has nothing to do with looks: by the last word of a schema, its keys with what they take and their first values. A desktop has more of
 * these than of the others, and some of them sound alike.
 */
export const BEHAVIOUR: Readonly<Record<string, string>> = {
  strip: `lock-position b true; monitor s ; reveal-delay u:0..5000 300; hide-delay u:0..5000 500; pressure u:0..100 20; scroll-switches b true;
    middle-click e:nothing,close,new nothing; keep-above b true; show-tips b true; tip-delay u:0..5000 600; drag-threshold u:0..64 8; wheel-step u:1..20 3`,
  hours: `first-day u:0..6 1; show-agenda b true; alarm-volume u:0..100 80; time-zone s ; second-zone s ; week-number-in-agenda b false;
    agenda-days u:1..60 7; snooze-minutes u:1..60 5; chime b false; ntp b true`,
  tasks: `scroll-cycles b true; only-this-workspace b true; only-this-monitor b false; urgent-blinks b true; blink-count u:0..20 3;
    thumbnail-delay u:0..5000 400; close-by-middle b true; sort-by e:opened,name,used opened; attention-timeout u:0..600 30`,
  opener: `recent-count u:0..50 10; remember-search b false; open-on-hover b false; hover-delay u:0..5000 250; sort-by e:name,used name;
    show-hidden b false; search-files b true; search-depth u:1..20 4; confirm-shutdown b true`,
  pager: `wrap-around b true; switch-delay u:0..2000 0; drag-switches b true; remember-last b true; scroll-direction e:natural,turned natural;
    auto-add b false`,
  status: `hide-inactive b false; volume-step u:1..25 5; over-amplify b false; scan-interval u:5..3600 30; low-battery u:1..50 15;
    critical-battery u:1..20 5; show-percentage-below u:0..100 20; remember-radio b true`,
  focus: `mode e:press,pointer,none press; raise-on-press b true; raise-delay u:0..5000 500; auto-raise b false; new-windows e:focus,wait focus;
    strict b false; wrap-tabs b true; steal-prevention u:0..4 1; pointer-follows b false; tab-order e:used,opened used`,
  moving: `snap b true; snap-distance u:0..64 10; resistance u:0..64 20; wrap-edges b false; double-press e:nothing,maximise,roll maximise;
    modifier e:alt,super,none alt; live-resize b true; grab-area u:1..32 8; place-new e:cascade,middle,pointer cascade; remember-places b true`,
  keyboard: `repeat b true; repeat-delay u:100..2000 500; repeat-rate u:1..100 30; sticky b false; bounce-delay u:0..1000 0; beep b false;
    number-lock b true; layouts as us; switch-by e:alt-shift,super-space alt-shift; per-window b false; compose-key e:none,menu none`,
  mouse: `speed d:-1..1 0.0; profile e:flat,adaptive adaptive; natural-scroll b false; double-press-time u:100..1000 400; left-handed b false;
    middle-by-both b false; drag-lock b false; locate b false; wheel-lines u:1..20 3; hide-while-typing b true`,
  touch: `tap b true; tap-drag b true; two-finger-scroll b true; edge-scroll b false; speed d:-1..1 0.0; disable-while-typing b true;
    natural-scroll b true; palm-detection b true; three-finger e:nothing,workspace,overview overview`,
  power: `dim b true; dim-after u:0..3600 120; sleep-after u:0..36000 1800; lid e:nothing,sleep,lock sleep; button e:nothing,ask,off ask;
    lock-on-sleep b true; brightness u:0..100 70; idle-brightness u:0..100 30; profile e:saver,balanced,fast balanced; warn-at u:1..50 10`,
  lock: `after u:0..3600 300; on-idle b true; message s ; show-notices b false; user-switch b true; grace u:0..60 5; keyboard-mark b true`,
  notices: `do-not-disturb b false; timeout u:1..60 6; position e:top-right,top-left,bottom-right top-right; keep u:0..500 50; sound b true;
    on-lock b false; group-by-app b true; most-shown u:1..10 3`,
  session: `confirm-logout b true; save-session b false; auto-save b false; timeout u:0..600 60; greeting b true; startup-delay u:0..60 0`,
  folders: `sort-by e:name,size,date name; hidden-files b false; single-press b false; thumbnails e:never,local,always local;
    thumbnail-limit u:1..4096 10; confirm-delete b true; ask-trash b true; default-app s ; date-form e:short,long short; open-new e:tab,window window;
    folders-first b true; count-items e:never,local,always local; tree b false`,
  shell: `scrollback u:0..1000000 10000; bell b false; cursor-blinks b true; login b false; command s ; close-on-exit b true; wheel-scrolls b true;
    word-characters s -./?%&; rewrap b true; columns u:20..500 80; rows u:5..200 24; confirm-close b true; paste-warning b true`,
  search: `files b true; contacts b false; web b false; engines as ; depth u:1..20 6; most-results u:1..100 20; index-removable b false`,
  mail: `check-interval u:1..1440 10; sound b true; badge b true; account-token s none; signature s ; quote-style e:above,below above`,
  media: `automount b true; autorun b false; ask b true; import-photos b false; player s ; resume b true`,
  privacy: `remember-recent b true; recent-age u:1..365 30; location b false; camera b true; microphone b true; clean-bin b false; bin-age u:1..365 30`,
  a11y: `zoom d:1..8 1.0; screen-reader b false; high-visibility b false; slow-keys u:0..2000 0; captions b false; flash-on-bell b false`,
};
