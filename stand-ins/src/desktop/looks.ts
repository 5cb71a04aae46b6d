/**
 * What the stand-in of a desktop can set about its looks, a line each: the trait that it shows, where it is kept, its key, what it takes, its
 * first value, how its value is read, and what its own settings call it. `!` before a key: it shows once the desktop starts again.
 *
 * Where: a schema's last word, else a file below its configuration folder and the group in it. Takes: `u 16..96` and `d 0..1` are numbers, `s`
 * a text, `b` a flag, `e` one of these words, `as` a list. Read as: `%` a share from 0 to 1, `time` as strftime writes it, `zones` items parted
 * into those at the start and those at the end, `items` a list, `words` from the desktop's word to the trait's, and without it what it says.
 */
export const LOOKS = `
bar.thickness | strip | thickness | u 16..96 | 34 | | Thickness of the bar
bar.edge | strip | position | e top,bottom,left,right | bottom | | Edge of the screen where the bar is
bar.edgeShare | strip | length | d 0.1..1 | 1.0 | % | Length of the bar along its edge
bar.alignment | strip | alignment | e begin,middle,end | middle | begin=start,middle=centre,end=end | Alignment of the bar along its edge
bar.margin | strip | gap | u 0..64 | 0 | | Gap between the bar and the edge of the screen
bar.opacity | strip | opacity | d 0..1 | 1.0 | % | Opacity of the bar
bar.colour | strip | background-colour | s | #3b4a3f | | Background colour of the bar
bar.cornerRadius | strip | corner-radius | u 0..40 | 0 | | Radius of the corners of the bar
bar.hiding | strip | hide | e never,covered,always | never | never=never,covered=when a window is over it,always=always | When the bar hides
bar.items | strip | layout | s | launcher,tasks;status,clock | zones launcher=launcher,tasks=window list,status=status area,clock=clock,pager=workspace switcher | Items of the bar, those at its start and those at its end
clock.format | hours | format | s | %H:%M | time | Format of the clock
clock.size | hours | text-size | u 6..40 | 13 | | Text size of the clock
clock.colour | hours | text-colour | s | #f3f0e4 | | Text colour of the clock
launcher-button.size | opener | icon-size | u 12..64 | 20 | | Size of the launcher button's picture
launcher-button.shape | opener | shape | e house,disc,square,lozenge,ring | disc | | Shape of the launcher button
launcher-button.colour | opener | colour | s | #d7b45a | | Colour of the launcher button
launcher-button.label | opener | label | s | none | | Label of the launcher button
status-area.size | status | icon-size | u 8..48 | 14 | | Size of the marks in the status area
status-area.spacing | status | spacing | u 0..32 | 8 | | Spacing of the marks in the status area
status-area.colour | status | ink | s | #dfe5d8 | | Colour of the marks in the status area
status-area.items | status | items | as | network,sound,battery | items | Marks that the status area shows
window-list.show | tasks | show | e icons,icons-and-titles,titles | icons-and-titles | icons=picture only,icons-and-titles=picture and title,titles=title only | What entries of the window list show
window-list.grouping | tasks | grouping | e never,when-full,always | never | never=never,when-full=when full,always=always | Grouping of windows in the window list
window-list.size | tasks | icon-size | u 8..64 | 18 | | Size of the pictures in the window list
window-list.entryWidth | tasks | entry-width | u 40..400 | 150 | | Width of an entry of the window list
window-list.runningMark | tasks | running-mark | e none,dot,line | line | | Mark of the running window in the window list
workspace-switcher.count | pager | count | u 1..12 | 4 | | Number of workspaces
workspace-switcher.show | pager | show | e numbers,names,dots | numbers | | What the workspace switcher shows
frame.titleHeight | windows.conf/Frame | TitleHeight | u 12..64 | 26 |
frame.titlePlace | windows.conf/Frame | !TitlePlace | e top,bottom | top | top=head,bottom=foot
frame.titleAlignment | windows.conf/Frame | TitleAlignment | e left,centre,right | left | left=start,centre=centre,right=end
frame.colourActive | windows.conf/Frame | ActiveColour | s | #6a8266 |
frame.colourInactive | windows.conf/Frame | InactiveColour | s | #a9b3a4 |
frame.ink | windows.conf/Frame | TitleTextColour | s | #fbfaf3 |
frame.cornerRadius | windows.conf/Frame | CornerRadius | u 0..32 | 0 |
frame.border | windows.conf/Frame | BorderWidth | u 0..12 | 1 |
frame.shadow | windows.conf/Frame | WindowShadow | b | false |
window-buttons.side | windows.conf/Buttons | ButtonSide | e left,right | right | left=start,right=end
window-buttons.order | windows.conf/Buttons | ButtonOrder | s | minimise,maximise,close | zones minimise=fold,maximise=widen,close=shut
window-buttons.size | windows.conf/Buttons | ButtonSize | u 8..40 | 14 |
window-buttons.spacing | windows.conf/Buttons | ButtonSpacing | u 0..24 | 6 |
window-buttons.shape | windows.conf/Buttons | ButtonShape | e square,disc,notched | square |
window-buttons.colour | windows.conf/Buttons | ButtonColour | s | #e4dcc2 |
dock.edge | dock.json/dock | edge | e top,bottom,left,right | left |
dock.thickness | dock.json/dock | thickness | u 24..128 | 52 |
dock.iconSize | dock.json/dock | iconSize | u 16..96 | 36 |
dock.spacing | dock.json/dock | spacing | u 0..40 | 10 |
dock.padding | dock.json/dock | padding | u 0..32 | 8 |
dock.margin | dock.json/dock | gap | u 0..64 | 0 |
dock.edgeShare | dock.json/dock | length | u 10..100 | 40 |
dock.alignment | dock.json/dock | align | e start,centre,end | centre |
dock.opacity | dock.json/dock | opacity | d 0..1 | 1.0 | %
dock.colour | dock.json/dock | background | s | #2f3a33 |
dock.cornerRadius | dock.json/dock | cornerRadius | u 0..40 | 0 |
dock.hiding | dock.json/dock | !autohide | b | false | false=never,true=always
dock.enlargement | dock.json/dock | magnification | u 0..100 | 20 |
dock.runningMark | dock.json/dock | indicator | e none,dot,line | dot |
launcher.style | menu.xml/launcher | layout | e list,grid,tiles | list |
launcher.width | menu.xml/launcher | width | u 200..1200 | 380 |
launcher.height | menu.xml/launcher | height | u 200..1000 | 460 |
launcher.searchField | menu.xml/launcher | search | e top,bottom,none | top |
launcher.colour | menu.xml/launcher | background | s | #eef0e6 |
launcher.cornerRadius | menu.xml/launcher | cornerRadius | u 0..32 | 0 |
launcher.opacity | menu.xml/launcher | opacity | d 0..1 | 1.0 | %
pointer.size | pointer | !size | u 12..96 | 22 | | Size of the pointer
pointer.shape | pointer | !shape | e kite,drop,blade | kite | | Shape of the pointer
pointer.fill | pointer | !fill-colour | s | #20261f | | Fill colour of the pointer
pointer.rim | pointer | !rim-colour | s | #f6f4ea | | Outline colour of the pointer
pointer.shadow | pointer | !shadow | b | false | | Whether the pointer has a shadow
icon-set.size | icons | desktop-size | u 16..128 | 48 | | Size of icons on the desktop
icon-set.outline | icons | outline | e mixed,discs,squares,signs | mixed | mixed=mixed,discs=all discs,squares=all squares,signs=bare signs | Outline of icons
icon-set.drawing | icons | drawing | e flat,folded,shaded,line | folded | flat=flat,folded=flat with folds,shaded=shaded,line=line | How icons are drawn
interface-type.family | type | interface-font | s | Marsh Text | | Font of the interface
interface-type.size | type | interface-size | u 6..32 | 11 | | Text size of the interface
interface-type.weight | type | interface-weight | u 100..900 | 400 | | Weight of the interface font
title-type.family | type | title-font | s | Marsh Text | | Font of window titles
title-type.weight | type | title-weight | u 100..900 | 500 | | Weight of the font of window titles
fixed-type.family | type | monospace-font | s | Marsh Fixed | | Fixed-width font
fixed-type.size | type | monospace-size | u 6..32 | 11 | | Text size of the fixed-width font
terminal.background | shell | background-colour | s | #1d221e | | Background colour of the terminal
terminal.text | shell | text-colour | s | #d9e0d2 | | Text colour of the terminal
terminal.cursor | shell | cursor-colour | s | #d7b45a | | Colour of the terminal's cursor
terminal.selection | shell | selection-colour | s | #4a5a4d | | Colour of the selection in the terminal
terminal.bold | shell | bold-colour | s | #ffffff | | Colour of bold text in the terminal
terminal.opacity | shell | opacity | d 0..1 | 1.0 | % | Opacity of the terminal
controls.accent | controls | accent-colour | s | #b07a2e | | Accent colour
controls.cornerRadius | controls | corner-radius | u 0..24 | 2 | | Radius of the corners of buttons and fields
controls.density | controls | density | e tight,usual,airy | usual | | Density of controls
controls.background | controls | window-background | s | #f4f3ea | | Background colour of windows
controls.ink | controls | text-colour | s | #252b25 | | Text colour of windows
controls.rowHeight | controls | button-height | u 16..64 | 26 | | Height of a button
desktop-items.shown | bench | show-icons | b | true | | Show icons on the desktop
desktop-items.size | bench | icon-size | u 16..128 | 44 | | Size of icons on the desktop
desktop-items.gridWidth | bench | grid-width | u 40..240 | 96 | | Width of the grid of icons on the desktop
desktop-items.gridHeight | bench | grid-height | u 40..240 | 92 | | Height of the grid of icons on the desktop
desktop-items.corner | bench | first-corner | e top-left,top-right,bottom-left,bottom-right | top-right | top-left=top left,top-right=top right,bottom-left=bottom left,bottom-right=bottom right | Corner where icons on the desktop begin
desktop-items.inkColour | bench | text-colour | s | #ffffff | | Text colour of icons on the desktop
file-manager.sidebarWidth | folders | sidebar-width | u 60..400 | 130 | | Width of the side column of the file manager
file-manager.toolbar | folders | toolbar | e icons,icons-and-words,path,none | icons | icons=pictures,icons-and-words=pictures and words,path=one line with the path,none=none | Toolbar of the file manager
file-manager.view | folders | view | e icons,list,columns | icons | icons=pictures,list=list,columns=columns | View of the file manager
file-manager.colour | folders | sidebar-colour | s | #e2e4d6 | | Colour of the side column of the file manager
minimise-effect.effect | effects | minimise-animation | e none,fade,scale | scale | | Animation of minimising windows
minimise-effect.duration | effects | minimise-duration | u 0..2000 | 180 | | Duration of the animation of minimising windows
opening-effect.effect | effects | open-animation | e none,fade,scale | fade | | Animation of opening windows
opening-effect.duration | effects | open-duration | u 0..2000 | 140 | | Duration of the animation of opening windows
translucency.menus | effects | menu-opacity | d 0..1 | 1.0 | % | Opacity of menus
translucency.windows | effects | inactive-opacity | d 0..1 | 1.0 | % | Opacity of inactive windows
edge-actions.topLeft | corners | top-left | e nothing,overview,desktop | nothing | nothing=nothing,overview=overview of windows,desktop=desktop | What the top left corner of the screen does
edge-actions.topRight | corners | top-right | e nothing,overview,desktop | nothing | nothing=nothing,overview=overview of windows,desktop=desktop | What the top right corner of the screen does
edge-actions.bottomLeft | corners | bottom-left | e nothing,overview,desktop | nothing | nothing=nothing,overview=overview of windows,desktop=desktop | What the bottom left corner of the screen does
edge-actions.bottomRight | corners | bottom-right | e nothing,overview,desktop | nothing | nothing=nothing,overview=overview of windows,desktop=desktop | What the bottom right corner of the screen does
sound-theme.name | sounds | theme | s | Reedbed | | Sound theme
wallpaper.fit | backdrop | fit | e fill,whole,stretch,tile | fill | fill=fill and crop,whole=fit whole,stretch=stretch,tile=tile | How the wallpaper fills the screen
`;
