/** Keys that mean nothing, wordy labels that say everything. */
export const WICKET = `
bar.thickness | wicket.options | opt-101 | i 16..100 | 34 | Taskbar height in pixels |
bar.edge | wicket.options | opt-102 | e bottom,top,left,right | bottom | Side of the screen where the taskbar is shown |
bar.hiding | wicket.options | opt-103 | b | false | Hide the taskbar automatically when it is not in use |
bar.opacity | wicket.options | opt-104 | i 0..100 | 100 | Opacity of the taskbar in percent |
bar.colour | wicket.options | opt-105 | c | #1f2a33 | Background colour of the taskbar |
bar.items | wicket.options | opt-106 | as | ['menu','list','tray','clock'] | Which items the taskbar shows, in order |
bar.cornerRadius | wicket.options | opt-107 | i 0..30 | 0 | Round the corners of the taskbar by so many pixels |
bar.alignment | wicket.options | opt-108 | e left,center,right | left | Align the taskbar's content |
clock.format | wicket.options | opt-121 | s | %H:%M | Format in which the taskbar clock shows date and time |
clock.size | wicket.options | opt-122 | i 6..40 | 11 | Letter size of the taskbar clock |
clock.colour | wicket.options | opt-123 | c | #ffffff | Letter colour of the taskbar clock |
launcher-button.size | wicket.options | opt-131 | i 8..96 | 26 | Size of the program menu button's picture |
launcher-button.label | wicket.options | opt-132 | s | | Text beside the picture of the program menu button |
launcher.width | wicket.options | opt-133 | i 100..2000 | 460 | Width of the program menu in pixels |
launcher.height | wicket.options | opt-134 | i 100..2000 | 600 | Height of the program menu in pixels |
launcher.searchField | wicket.options | opt-135 | e top,bottom,off | bottom | Where the program menu shows its search box |
launcher.opacity | wicket.options | opt-136 | i 0..100 | 100 | Opacity of the program menu in percent |
launcher.tiles | wicket.options | opt-137 | b | false | Show tiles in the program menu |
window-list.grouping | wicket.options | opt-141 | e never,full,always | full | Combine taskbar buttons of the same program |
window-list.show | wicket.options | opt-142 | e icons,icons-and-labels | icons-and-labels | What taskbar buttons of windows show |
window-list.entryWidth | wicket.options | opt-143 | i 20..400 | 160 | Greatest width of a window's taskbar button |
status-area.spacing | wicket.options | opt-151 | i 0..40 | 4 | Space between the icons of the notification area |
status-area.size | wicket.options | opt-152 | i 8..48 | 16 | Size of the icons of the notification area |
show-desktop.width | wicket.options | opt-153 | i 0..40 | 6 | Width of the strip at the end of the taskbar that shows the desktop |
frame.titleHeight | wicket.options | opt-201 | i 12..72 | 30 | Height of the title bar of windows |
frame.titleAlignment | wicket.options | opt-202 | e left,center | left | Align the text in the title bar of windows |
frame.border | wicket.options | opt-203 | i 0..16 | 1 | Width of the border round windows |
frame.cornerRadius | wicket.options | opt-204 | i 0..24 | 8 | Round the corners of windows by so many pixels |
frame.colourActive | wicket.options | opt-205 | c | #35506b | Title bar colour of the active window |
frame.colourInactive | wicket.options | opt-206 | c | #808890 | Title bar colour of inactive windows |
frame.ink | wicket.options | opt-207 | c | #ffffff | Colour of the text in the title bar of the active window |
frame.shadow | wicket.options | opt-208 | b | true | Show shadows under windows |
list:window theme | wicket.options | opt-209 | s | Lattice | Theme used for the frames of windows |
window-buttons.side | wicket.options | opt-211 | e left,right | right | Side on which windows have their buttons |
window-buttons.order | wicket.options | opt-212 | s | min,max,close | Order of the buttons in the title bar |
window-buttons.size | wicket.options | opt-213 | i 8..48 | 18 | Size of the buttons in the title bar |
window-buttons.spacing | wicket.options | opt-214 | i 0..24 | 3 | Space between the buttons in the title bar |
title-type.family | wicket.options | opt-221 | s | Sans 10 | Font used for the titles of windows |
interface-type.family | wicket.options | opt-222 | s | Sans 10 | Font used for menus and dialogs |
fixed-type.family | wicket.options | opt-223 | s | Mono 10 | Font used where all letters are of one width |
list:icon set | wicket.options | opt-231 | s | Paling | Icon theme to use |
list:control theme | wicket.options | opt-232 | s | Trellis | Theme used for buttons and other controls |
list:pointer set | wicket.options | opt-233 | s | Gate | Mouse pointer theme to use |
pointer.size | wicket.options | opt-234 | i 12..128 | 24 | Size of the mouse pointer in pixels |
controls.accent | wicket.options | opt-235 | c | #2f7d5b | Accent colour of controls |
variants | wicket.options | opt-236 | e light,dark | light | Use the light or the dark look |
wallpaper.picture | wicket.options | opt-241 | s | /none.jpg | Picture shown as the desktop background |
wallpaper.fit | wicket.options | opt-242 | e fill,fit,stretch,tile,center | fill | How the background picture fits the screen |
list:sound theme | wicket.options | opt-243 | s | Latch | Sound theme to use for events |
sound-theme.startSound | wicket.options | opt-244 | b | true | Play a sound at the start of the session |
desktop-items.shown | wicket.options | opt-251 | b | true | Show icons on the desktop |
desktop-items.size | wicket.options | opt-252 | i 16..128 | 48 | Size of desktop icons in pixels |
workspace-switcher.count | wicket.options | opt-261 | i 1..16 | 1 | How many virtual desktops there are |
minimise-effect.effect | wicket.options | opt-271 | e none,fade,scale | scale | Animation shown when a window is minimised |
minimise-effect.duration | wicket.options | opt-272 | i 0..2000 | 200 | Duration of the minimise animation in milliseconds |
opening-effect.effect | wicket.options | opt-273 | e none,fade,scale | fade | Animation shown when a window opens |
translucency.menus | wicket.options | opt-274 | i 0..100 | 100 | Opacity of menus in percent |
edge-actions.topLeft | wicket.options | opt-281 | e nothing,overview,desktop | nothing | What happens when the pointer reaches the top left corner |
edge-actions.topRight | wicket.options | opt-282 | e nothing,overview,desktop | nothing | What happens when the pointer reaches the top right corner |
edge-actions.tiling | wicket.options | opt-283 | b | true | Tile windows that are dragged to an edge of the screen |
- | wicket.options | opt-301 | b | true | Lock the taskbar |
- | wicket.options | opt-302 | i 0..5000 | 400 | Milliseconds before the taskbar appears again |
- | wicket.options | opt-303 | b | false | Show seconds since the start of the system |
- | wicket.options | opt-304 | i 0..50 | 10 | How many recent programs the program menu remembers |
- | wicket.options | opt-305 | s | | Folder whose contents are added to the program menu |
- | wicket.options | opt-306 | e click,hover | click | How windows become active |
- | wicket.options | opt-307 | e maximise,roll,none | maximise | What a double click on the title bar does |
- | wicket.options | opt-308 | i 50..300 | 100 | Size of text in percent of its usual size |
- | wicket.options | opt-309 | e none,grey,colour | colour | Smoothing of fonts |
- | wicket.options | opt-310 | i 0..1440 | 0 | Minutes after which the background picture changes |
- | wicket.options | opt-311 | i 1..20 | 6 | Speed of the mouse pointer |
- | wicket.options | opt-312 | b | false | Left and right mouse buttons swapped |
- | wicket.options | opt-313 | b | true | Ask before closing windows with several tabs |
- | wicket.options | opt-314 | i 0..100 | 40 | Volume of event sounds |
- | wicket.options | opt-315 | b | true | Show notifications on the lock screen |
`;
