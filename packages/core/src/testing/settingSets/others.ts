/** Settings that have nothing to do with looks, as every desktop has them: group, words of the key, what it takes, first value, label, help. */
export const OTHERS = `
mail | check interval | i 1..120 | 10 | Check for new mail every | Minutes between two looks for new mail
mail | compose format | e plain,html | plain | Format of new messages | Format in which messages are written
mail | sidebar width | i 100..600 | 220 | Width of the folder pane | Width of the pane with mail folders
mail | notify sound | b | true | Play a sound for new mail |
mail | signature position | e top,bottom | bottom | Where the signature stands | Position of the signature in replies
calendar | week start | i 0..6 | 1 | Week starts on | First day of the week
calendar | default reminder | i 0..1440 | 15 | Default reminder | Minutes before an event
calendar | day view hour height | i 10..120 | 40 | Height of an hour | Height of an hour in the day view
power | sleep on mains | i 0..7200 | 1800 | Suspend when idle on mains | Seconds without use before the machine sleeps
power | sleep on battery | i 0..7200 | 900 | Suspend when idle on battery | Seconds without use before the machine sleeps
power | dims when idle | b | true | Dim the screen when idle |
power | lid shut | e suspend,nothing,shutdown | suspend | When the lid is closed |
power | power button | e suspend,interactive,nothing | interactive | When the power button is pressed |
power | last charge | i 1..20 | 5 | Critical battery level | Percentage of charge that is critical
network | proxy mode | e none,manual,auto | none | Proxy mode |
network | wifi scan interval | i 5..600 | 60 | Scan for networks every |
network | metered updates | b | false | Update over metered connections |
sound | output volume | i 0..150 | 60 | Output volume |
sound | volume step | i 1..20 | 5 | Volume step | Size of one step of the volume keys
sound | sounds of events | b | true | Event sounds | Whether events make sounds
sound | sounds of typing | b | false | Sounds for input |
sound | louder than full | b | false | Louder than 100 % |
keyboard | repeat delay | i 100..2000 | 500 | Repeat delay | Delay before a key repeats
keyboard | repeat interval | i 5..300 | 30 | Repeat interval | Interval between repeats of a key
keyboard | layouts | as | ['us'] | Keyboard layouts | Layouts in their order
keyboard | numlock at start | b | false | Num lock at start |
keyboard | compose key | s | menu | Compose key |
keyboard | caps behaviour | e caps,ctrl,escape | caps | Caps lock acts as |
shortcuts | close window | as | ['<Alt>F4'] | Close window | Keys to close a window
shortcuts | switch workspace left | as | ['<Super>Left'] | Workspace to the left | Keys to go to the workspace on the left
shortcuts | show launcher terminal | as | ['<Super>t'] | Open a terminal | Keys to open a terminal
shortcuts | maximise vertically | as | [] | Maximise vertically | Keys to make a window as high as the screen
shortcuts | volume up | s | VolumeUp | Volume up | Key to make it louder
shortcuts | screenshot area | s | <Shift>Print | Screenshot of an area | Keys to take a picture of an area
shortcuts | toggle panel | s | <Super>p | Focus the panel | Keys to move the focus to the panel
mouse | speed | d -1..1 | 0.0 | Pointer speed | Speed of the pointer
mouse | acceleration profile | e default,flat,adaptive | default | Acceleration profile | How the pointer is accelerated
mouse | left handed | b | false | Left-handed | Whether mouse buttons are swapped
mouse | turned scrolling | b | false | Natural scrolling | Scroll direction of the mouse
mouse | double click time | i 100..1000 | 400 | Double click time |
mouse | drag threshold | i 1..40 | 8 | Drag threshold | Pixels before a drag begins
mouse | find pointer | b | false | Locate pointer | Show where the pointer is when Ctrl is pressed
touchpad | tap presses | b | true | Tap to click |
touchpad | off while typing | b | true | Disable while typing |
touchpad | edge scrolling | b | false | Edge scrolling | Scroll at the edge of the touchpad
privacy | recent list kept | b | true | Remember recent files |
privacy | recent list days | i -1..365 | 30 | Age of recent files | Days for which recent files are remembered
privacy | bin empties itself | b | false | Empty the bin by itself |
privacy | send fault reports | b | false | Report technical problems |
privacy | screen sharing | b | false | Share the screen |
lockdown | no printing | b | false | Disable printing |
lockdown | no terminals | b | false | Disable the command line |
lockdown | no other users | b | false | Disable switching users |
screensaver | idle delay | i 0..7200 | 300 | Blank after | Seconds without use before the screen goes blank
screensaver | lock enabled | b | true | Lock the screen |
screensaver | lock delay | i 0..3600 | 0 | Lock after |
screensaver | show notifications | b | true | Notifications when locked |
screensaver | keypad on lock | s | | Keyboard on the lock screen |
notifications | timeout | i 1..60 | 6 | Notifications stay for |
notifications | quiet | b | false | Do not disturb |
notifications | max shown | i 1..10 | 3 | Notifications at once |
files | asks before emptying | b | true | Ask before emptying the bin |
files | hidden files seen | b | false | Show hidden files |
files | sort order | e name,size,type,date | name | Sort files by |
files | opens by | e single,double | double | Open with | Clicks that open a file
files | search here only | b | true | Search below this folder only |
files | largest preview | i 1..4096 | 10 | Thumbnails for files up to | Megabytes
files | date format | e iso,informal | informal | Format of dates in lists |
files | window geometry | s | 900x600+20+20 | Size of the window | Last size and place of the window
files | window maximised | b | false | Window is maximised |
editor | tab width | i 1..16 | 4 | Tab width |
editor | line marked | b | true | Highlight the current line |
editor | margin column | i 1..200 | 80 | Right margin at column |
editor | auto save interval | i 1..60 | 10 | Save every | Minutes between saves
editor | scheme | s | classic | Colour scheme of the editor | Colours by which code is highlighted
editor | minimap | b | false | Show a small map of the text |
editor | wrap mode | e none,word,char | word | Wrapping |
player | visualisation size | e small,normal,large | normal | Size of visualisations |
player | brightness | i -100..100 | 0 | Brightness of videos |
player | subtitle font | s | Sans Bold 20 | Font of subtitles | Font in which subtitles are drawn
player | window height | i 100..2000 | 480 | Height of the window |
player | chapters read | b | true | Load chapters |
player | deinterlace | b | true | Deinterlace videos |
photo viewer | slideshow delay | i 1..600 | 5 | Slideshow delay | Seconds for which a picture is shown
photo viewer | background colour | c | #000000 | Background of pictures | Colour behind pictures in the viewer
photo viewer | zoom step | d 0.1..5 | 0.05 | Zoom step |
photo viewer | fullscreen loop | b | true | Loop the slideshow |
printing | default paper | s | a4 | Paper |
printing | show jobs | b | true | Show print jobs |
accessibility | reads aloud | b | false | Screen reader |
accessibility | lens factor | d 1..20 | 2.0 | Magnification | Factor by which the screen is magnified
accessibility | lens place | e full,top,bottom,left,right | full | Place of the magnifier | Part of the screen that is magnified
accessibility | lens cross thickness | i 1..100 | 8 | Thickness of crosshairs | Thickness of the magnifier's crosshairs
accessibility | lens cross colour | c | #ff0000 | Colour of crosshairs | Colour of the magnifier's crosshairs
accessibility | keys that stick | b | false | Sticky keys |
accessibility | high contrast | b | false | High contrast |
accessibility | visual bell | b | false | Visual bell |
session | session kept | b | false | Save the session |
session | asks at the end | b | true | Ask before logging out |
session | startup programs delay | i 0..120 | 0 | Delay of programs at the start |
session | starts again | i 0..20 | 5 | Restarts of a program |
displays | brightness step | i 1..20 | 5 | Step of the brightness keys |
displays | evening warmth | i 1000..10000 | 4000 | Temperature of the night light |
displays | evening hours | e auto,manual | auto | Schedule of the night light |
displays | default configuration | s | extend | New displays |
windows | raise wait | i 0..2000 | 500 | Delay before raising |
windows | right button sizes | b | false | Resize with the right button |
windows | dialogs stick | b | false | Attach dialogs |
windows | new in the middle | b | false | Centre new windows |
windows | moving key | s | <Super> | Key for moving windows |
windows | tiling wait | i 0..2000 | 250 | Delay before tiling |
windows | new get focus | e smart,strict | smart | Focus new windows |
window switcher | this workspace only | b | true | Windows of this workspace only |
window switcher | appears after | i 0..1000 | 70 | Delay of the window switcher |
updates | check frequency | i 0..2592000 | 86400 | Check for updates every |
updates | download automatically | b | true | Download updates |
updates | notify | b | true | Tell about updates |
weather | temperature unit | e c,f,k | c | Unit of temperature |
weather | update every | i 5..240 | 30 | Look for the weather every |
clipboard | history size | i 1..500 | 30 | Entries kept by the clipboard |
clipboard | keep after exit | b | true | Keep after programs close |
disk tools | warn at | i 1..50 | 10 | Warn below free space | Percentage of free space
disk tools | benchmark samples | i 1..1000 | 100 | Samples of a benchmark |
archive tool | compression level | e fast,normal,maximum | normal | Compression |
archive tool | encrypt header | b | false | Encrypt names |
calculator | accuracy | i 0..20 | 9 | Digits after the point |
calculator | angle units | e degrees,radians | degrees | Unit of angles |
calculator | button mode | e basic,advanced | basic | Buttons shown |
terminal behaviour | scroll on output | b | false | Scroll on output |
terminal behaviour | login shell | b | false | Run as a login shell |
terminal behaviour | exit action | e close,hold | close | When the command ends |
terminal behaviour | default columns | i 16..511 | 80 | Columns of new terminals |
browser | homepage | s | about:start | Home page |
browser | restore tabs | b | true | Restore tabs |
browser | search engine | s | own | Search engine |
browser | enable plugins | b | false | Allow plugins |
chat | show offline | b | false | Show people who are away |
chat | smiley theme | s | plain | Theme of smileys |
chat | sort criterion | e name,state | name | Sort people by |
`;
