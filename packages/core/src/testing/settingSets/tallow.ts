/** Terse keys, no labels, long helps. */
export const TALLOW = `
bar.thickness | tallow.bar0 | h | i 10..120 | 28 | | The height the bar takes up, or its width where it stands at a side, in logical pixels.
bar.edge | tallow.bar0 | pos | e n,s,e,w | s | | Which side of the screen the bar is attached to: north, south, east or west.
bar.edgeShare | tallow.bar0 | len | d 0.1..1 | 1.0 | | How much of the screen's side the bar covers, as a fraction.
bar.alignment | tallow.bar0 | just | e near,mid,far | mid | | Where a bar that is shorter than its side is placed along it.
bar.hiding | tallow.bar0 | ah | b | false | | Whether the bar slides out of view when it is not used.
bar.opacity | tallow.bar0 | alpha | d 0..1 | 0.85 | | Transparency of the bar's background; one is solid.
bar.colour | tallow.bar0 | bg | c | #1d1f21 | | The colour painted behind the bar's items.
bar.blur | tallow.bar0 | blur | i 0..60 | 0 | | Strength of the blur behind the bar, in pixels.
bar.items | tallow.bar0 | lst | as | ['app','win','tray','time'] | | Modules shown on the bar, from first to last.
bar.margin | tallow.bar0 | gap | i 0..40 | 0 | | Room left free between the bar and the border of the screen.
dock.thickness | tallow.dk | h | i 20..160 | 64 | | Thickness of the dock, in logical pixels.
dock.edge | tallow.dk | pos | e n,s,e,w | s | | The side of the screen that carries the dock.
dock.iconSize | tallow.dk | ico | i 16..128 | 44 | | How large application icons are drawn in the dock.
dock.enlargement | tallow.dk | zoom | d 1..2 | 1.0 | | How much icons grow when the pointer is over them.
dock.hiding | tallow.dk | ah | b | true | | Whether the dock slides out of view when a window covers it.
dock.runningMark | tallow.dk | ind | e none,dots,bar | dots | | How the dock marks programs that are running.
dock.colour | tallow.dk | bg | c | #000000 | | The colour of the dock's plate.
dock.padding | tallow.dk | pad | i 0..24 | 6 | | Inner distance between the dock's rim and its icons.
clock.format | tallow.mod.time | fmt | s | %a %d %b %H:%M | | Pattern by which the time is written, see strftime.
clock.colour | tallow.mod.time | fg | c | #dddddd | | Colour in which the time is written.
clock.size | tallow.mod.time | pt | i 6..48 | 10 | | Size of the letters of the time, in points.
launcher-button.size | tallow.mod.app | ico | i 12..96 | 22 | | Size of the picture on the button that opens the application menu.
launcher-button.label | tallow.mod.app | txt | s | | | Word shown beside the picture on the button that opens the application menu.
launcher-button.colour | tallow.mod.app | fg | c | #88c0d0 | | Tint of the picture on the button that opens the application menu.
launcher.width | tallow.menu | w | i 100..2000 | 380 | | Width of the application menu.
launcher.height | tallow.menu | h | i 100..2000 | 480 | | Height of the application menu.
launcher.style | tallow.menu | view | e rows,tiles,full | rows | | Whether the application menu lists programs in rows, as tiles or over the full screen.
launcher.cornerRadius | tallow.menu | rad | i 0..40 | 8 | | Radius by which the corners of the application menu are rounded.
frame.titleHeight | tallow.wm | tbh | i 12..80 | 24 | | Height of the strip with a window's title.
frame.titleAlignment | tallow.wm | tja | e near,mid,far | near | | Where in its strip the title of a window is written.
frame.border | tallow.wm | bw | i 0..20 | 2 | | Thickness of the border around windows.
frame.colourActive | tallow.wm | act | c | #434c5e | | Colour of the title strip of the window in use.
frame.colourInactive | tallow.wm | ina | c | #3b4252 | | Colour of the title strips of windows that are not in use.
frame.ink | tallow.wm | tfg | c | #eceff4 | | Colour of the letters of a window's title.
frame.shadow | tallow.wm | shd | b | true | | Whether windows throw a shadow.
frame.cornerRadius | tallow.wm | rad | i 0..30 | 0 | | Radius by which corners of windows are rounded.
window-buttons.order | tallow.wm | btn | s | menu:min,max,close | | Which buttons a window has and in which order; those before the colon stand at the left.
window-buttons.size | tallow.wm | bsz | i 8..48 | 16 | | Size of the buttons in the title strip.
window-buttons.spacing | tallow.wm | bsp | i 0..24 | 4 | | Distance between the buttons in the title strip.
title-type.family | tallow.wm | tf | s | Sans Bold 9 | | Typeface of window titles.
interface-type.family | tallow.ui | f | s | Sans 9 | | Typeface of menus, buttons and labels.
fixed-type.family | tallow.ui | mf | s | Mono 10 | | Typeface for text of fixed width.
list:icon set | tallow.ui | icn | s | Flint | | Name of the icon theme.
list:control theme | tallow.ui | thm | s | Slate | | Name of the theme that controls are drawn with.
list:pointer set | tallow.ui | crs | s | Barb | | Name of the cursor theme.
pointer.size | tallow.ui | crsz | i 12..128 | 24 | | Size of the mouse cursor.
controls.accent | tallow.ui | acc | c | #5e81ac | | Colour that marks what is selected or active.
variants | tallow.ui | dark | b | false | | Whether the dark variant of themes is preferred.
wallpaper.picture | tallow.bg | img | s | /none.jpg | | File of the image behind all windows.
wallpaper.fit | tallow.bg | mode | e fill,fit,stretch,tile,center | fill | | How the image is scaled to the screen.
list:sound theme | tallow.snd | thm | s | Bell | | Name of the theme of event sounds.
sound-theme.startSound | tallow.snd | login | b | false | | Whether a sound is played when the session starts.
desktop-items.shown | tallow.bg | ico | b | true | | Whether files and folders are shown on the desktop.
desktop-items.size | tallow.bg | isz | i 16..192 | 48 | | Size of the icons on the desktop.
workspace-switcher.count | tallow.wm | nws | i 1..32 | 4 | | How many workspaces there are.
window-list.grouping | tallow.mod.win | grp | e no,full,yes | no | | Whether windows of a program share one entry in the list of windows.
window-list.size | tallow.mod.win | ico | i 12..64 | 20 | | Size of the icons in the list of windows.
opening-effect.effect | tallow.fx | open | e none,fade,grow | fade | | What is seen when a window opens.
opening-effect.duration | tallow.fx | openms | i 0..3000 | 180 | | Time that a window takes to open, in milliseconds.
minimise-effect.effect | tallow.fx | min | e none,fade,shrink | shrink | | What is seen when a window is minimised.
translucency.windows | tallow.fx | wa | d 0..1 | 1.0 | | Opacity of windows that are not in use.
- | tallow.bar0 | out | s | auto | | Name of the output on which the bar is.
- | tallow.bar0 | lyr | e top,bottom,overlay | top | | Layer of the compositor on which the bar lives.
- | tallow.dk | delay | i 0..2000 | 300 | | Milliseconds before the dock comes back.
- | tallow.mod.time | tz | s | | | Time zone in which the time is told.
- | tallow.mod.time | tick | i 1..3600 | 60 | | Seconds between two updates of the time.
- | tallow.wm | foc | e click,enter | click | | Whether windows get the focus by a click.
- | tallow.wm | snap | i 0..64 | 12 | | Distance at which windows snap to each other.
- | tallow.wm | dbl | e none,max,shade | max | | What a double click on the title strip does.
- | tallow.ui | aa | e no,gray,rgb | rgb | | Smoothing of letters.
- | tallow.ui | dpi | i 0..400 | 96 | | Resolution of letters.
- | tallow.bg | every | i 0..1440 | 0 | | Minutes after which another image is shown.
- | tallow.mod.win | mid | e none,close,new | close | | What the middle mouse button does on an entry.
`;
