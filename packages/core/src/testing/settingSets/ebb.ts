/** Deep paths, labels, no helps; sizes of things inside things. */
export const EBB = `
dock.thickness | ebb.shell.dock.geometry | thickness | i 16..256 | 72 | Dock thickness |
dock.edge | ebb.shell.dock.geometry | screen-side | e left,bottom,right | bottom | Dock side |
dock.iconSize | ebb.shell.dock.icons | pixel-size | i 16..128 | 52 | Dock icon size |
dock.spacing | ebb.shell.dock.icons | gap | i 0..48 | 8 | Space between dock icons |
dock.enlargement | ebb.shell.dock.icons | hover-zoom | i 0..100 | 0 | Dock icons grow on hover, % |
dock.runningMark | ebb.shell.dock.icons | running-indicator | e dots,dashes,none | dots | Running indicator |
dock.opacity | ebb.shell.dock.look | background-opacity | i 0..100 | 65 | Dock background opacity |
dock.colour | ebb.shell.dock.look | background-color | c | #202428 | Dock background colour |
dock.cornerRadius | ebb.shell.dock.look | rounding | i 0..48 | 20 | Dock corner rounding |
dock.blur | ebb.shell.dock.look | blur-radius | i 0..80 | 24 | Blur behind the dock |
dock.margin | ebb.shell.dock.geometry | distance-to-edge | i 0..64 | 8 | Dock distance to the screen edge |
dock.hiding | ebb.shell.dock.behaviour | intelligent-hide | e never,dodge,always | never | Dock hides |
dock.padding | ebb.shell.dock.geometry | inner-padding | i 0..32 | 6 | Dock inner padding |
bar.thickness | ebb.shell.topbar.geometry | height | i 16..96 | 26 | Top bar height |
bar.opacity | ebb.shell.topbar.look | background-opacity | i 0..100 | 100 | Top bar opacity |
bar.colour | ebb.shell.topbar.look | background-color | c | #101214 | Top bar background colour |
bar.items | ebb.shell.topbar.layout | widgets | as | ['activities','date','status'] | Widgets of the top bar |
bar.blur | ebb.shell.topbar.look | blur-radius | i 0..80 | 0 | Blur behind the top bar |
bar.hiding | ebb.shell.topbar.behaviour | auto-hide | b | false | Top bar hides itself |
clock.format | ebb.shell.topbar.date | pattern | s | %a %e %b %H:%M | Date and time pattern |
clock.colour | ebb.shell.topbar.date | text-color | c | #f5f5f5 | Date and time colour |
clock.place | ebb.shell.topbar.date | placement | e left,center,right | center | Where the date and time stand |
status-area.size | ebb.shell.topbar.status | icon-size | i 8..48 | 16 | Status icon size |
status-area.spacing | ebb.shell.topbar.status | icon-gap | i 0..32 | 6 | Status icon gap |
status-area.colour | ebb.shell.topbar.status | icon-color | c | #f5f5f5 | Status icon colour |
overview-button.size | ebb.shell.topbar.overview | icon-size | i 8..48 | 16 | Overview button icon size |
launcher.style | ebb.shell.launcher | presentation | e grid,list,search | grid | Launcher shows programs as |
launcher.width | ebb.shell.launcher.geometry | width | i 200..2000 | 900 | Launcher width |
launcher.height | ebb.shell.launcher.geometry | height | i 200..2000 | 640 | Launcher height |
launcher.colour | ebb.shell.launcher.look | background-color | c | #202428 | Launcher background colour |
launcher.opacity | ebb.shell.launcher.look | background-opacity | i 0..100 | 90 | Launcher opacity |
launcher-button.size | ebb.shell.dock.launcher-button | icon-size | i 8..96 | 40 | Launcher button icon size |
frame.titleHeight | ebb.wm.frames.titlebar | height | i 12..72 | 34 | Titlebar height |
frame.titleAlignment | ebb.wm.frames.titlebar | text-alignment | e left,center,right | center | Titlebar text alignment |
frame.colourActive | ebb.wm.frames.titlebar | focused-color | c | #2b2f33 | Titlebar colour of the focused window |
frame.colourInactive | ebb.wm.frames.titlebar | unfocused-color | c | #35393d | Titlebar colour of unfocused windows |
frame.ink | ebb.wm.frames.titlebar | text-color | c | #ffffff | Titlebar text colour |
frame.border | ebb.wm.frames.border | width | i 0..16 | 0 | Window border width |
frame.cornerRadius | ebb.wm.frames.border | rounding | i 0..32 | 12 | Window corner rounding |
frame.shadow | ebb.wm.frames.shadow | enabled | b | true | Window shadows |
window-buttons.order | ebb.wm.frames.buttons | arrangement | s | close,minimize,maximize: | Arrangement of window buttons |
window-buttons.size | ebb.wm.frames.buttons | diameter | i 8..40 | 14 | Window button size |
window-buttons.spacing | ebb.wm.frames.buttons | gap | i 0..32 | 8 | Gap between window buttons |
window-buttons.colour | ebb.wm.frames.buttons | color | c | #d0d0d0 | Window button colour |
title-type.family | ebb.wm.frames.titlebar | font | s | Sans Semi-Bold 11 | Titlebar font |
interface-type.family | ebb.toolkit.fonts | interface | s | Sans 11 | Interface font |
fixed-type.family | ebb.toolkit.fonts | monospace | s | Mono 11 | Monospace font |
list:icon set | ebb.toolkit.themes | icons | s | Foam | Icon theme |
list:control theme | ebb.toolkit.themes | controls | s | Sand | Control theme |
list:pointer set | ebb.toolkit.themes | cursors | s | Hook | Cursor theme |
pointer.size | ebb.toolkit.cursor | size | i 12..128 | 24 | Cursor size |
controls.accent | ebb.toolkit.colors | accent | c | #1a9fb0 | Accent colour |
controls.cornerRadius | ebb.toolkit.shape | control-rounding | i 0..24 | 8 | Rounding of controls |
controls.density | ebb.toolkit.shape | density | e compact,normal,spacious | normal | Density of controls |
variants | ebb.toolkit.colors | scheme | e light,dark,auto | light | Light or dark scheme |
wallpaper.picture | ebb.desktop.background | image | s | /none.png | Background image |
wallpaper.fit | ebb.desktop.background | scaling | e cover,contain,stretch,repeat,none | cover | Background image scaling |
list:sound theme | ebb.sound.events | theme | s | Swash | Sound theme |
desktop-items.shown | ebb.desktop.icons | visible | b | false | Icons on the desktop |
desktop-items.size | ebb.desktop.icons | pixel-size | i 16..160 | 64 | Desktop icon size |
desktop-items.corner | ebb.desktop.icons | start-corner | e top-left,top-right,bottom-left | top-left | Corner where desktop icons begin |
workspace-switcher.count | ebb.wm.workspaces | amount | i 1..16 | 3 | Number of workspaces |
minimise-effect.effect | ebb.wm.animations.minimize | style | e none,scale,fade | scale | Minimise animation |
minimise-effect.duration | ebb.wm.animations.minimize | duration | i 0..2000 | 250 | Minimise animation duration |
opening-effect.effect | ebb.wm.animations.open | style | e none,scale,fade | fade | Window opening animation |
opening-effect.duration | ebb.wm.animations.open | duration | i 0..2000 | 180 | Window opening animation duration |
edge-actions.topLeft | ebb.shell.corners | top-left | e none,overview,desktop | overview | Top left corner |
edge-actions.bottomRight | ebb.shell.corners | bottom-right | e none,overview,desktop | none | Bottom right corner |
file-manager.sidebarWidth | ebb.files.window | sidebar-width | i 100..500 | 180 | Sidebar width |
file-manager.view | ebb.files.window | default-view | e icons,list,columns | icons | Default view |
- | ebb.shell.dock.behaviour | show-delay | i 0..2000 | 200 | Dock show delay |
- | ebb.shell.dock.behaviour | isolate-workspaces | b | false | Dock shows only this workspace |
- | ebb.shell.topbar.behaviour | reveal-delay | i 0..2000 | 100 | Top bar reveal delay |
- | ebb.shell.launcher | remember-frequent | b | true | Remember frequent programs |
- | ebb.wm.focus | mode | e click,hover | click | Focus mode |
- | ebb.wm.frames.titlebar | double-click | e maximize,none | maximize | Titlebar double click |
- | ebb.wm.placement | new-windows | e center,smart | smart | Placement of new windows |
- | ebb.desktop.background | slideshow-interval | i 0..3600 | 0 | Slideshow interval |
- | ebb.toolkit.fonts | antialiasing | e none,gray,subpixel | gray | Font antialiasing |
- | ebb.toolkit.cursor | blink | b | true | Text cursor blinks |
- | ebb.files.window | confirm-delete | b | true | Ask before deleting |
- | ebb.files.window | thumbnail-limit | i 0..1000 | 50 | Largest file for thumbnails, MB |
`;
