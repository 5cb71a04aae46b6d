/** Clear words, short helps; schemas by thing. */
export const QUAYSIDE = `
bar.thickness | org.quayside.panel | thickness | i 16..96 | 32 | Thickness of the panel | How thick the panel is, in pixels
bar.edge | org.quayside.panel | edge | e top,bottom,left,right | bottom | Edge of the screen | Where the panel stands
bar.edgeShare | org.quayside.panel | length | i 10..100 | 100 | Length of the panel | In percent of the edge
bar.alignment | org.quayside.panel | alignment | e start,centre,end | centre | Alignment along the edge |
bar.margin | org.quayside.panel | margin | i 0..64 | 0 | Distance from the edge | Gap between the panel and the edge of the screen
bar.hiding | org.quayside.panel | hiding | e never,always,when-covered | never | When the panel hides |
bar.opacity | org.quayside.panel | opacity | i 0..100 | 90 | Opacity of the background |
bar.colour | org.quayside.panel | background-colour | c | #2e3440 | Background colour of the panel |
bar.cornerRadius | org.quayside.panel | corner-radius | i 0..40 | 0 | Roundness of its corners |
bar.items | org.quayside.panel | items | as | ['menu','tasks','clock'] | Items of the panel | In their order
dock.thickness | org.quayside.dock | thickness | i 24..128 | 56 | Thickness of the dock |
dock.edge | org.quayside.dock | edge | e top,bottom,left,right | bottom | Edge of the dock |
dock.iconSize | org.quayside.dock | icon-size | i 16..96 | 48 | Size of the icons | Pixels
dock.enlargement | org.quayside.dock | growth | i 0..100 | 20 | Enlargement of icons under the pointer |
dock.hiding | org.quayside.dock | auto-hide | b | false | Hide the dock automatically |
dock.opacity | org.quayside.dock | opacity | i 0..100 | 70 | Opacity of the dock |
dock.cornerRadius | org.quayside.dock | corner-radius | i 0..32 | 12 | Rounded corners of the dock |
dock.spacing | org.quayside.dock | spacing | i 0..32 | 4 | Space between icons |
dock.runningMark | org.quayside.dock | indicator | e dot,line,none | dot | Mark of running applications |
clock.format | org.quayside.clock | format | s | %H:%M | Format of the clock | As strftime takes it
clock.size | org.quayside.clock | font-size | i 6..40 | 11 | Size of the clock's text |
clock.colour | org.quayside.clock | text-colour | c | #ffffff | Colour of the clock's text |
launcher-button.size | org.quayside.menu-button | icon-size | i 12..64 | 24 | Size of the menu button's icon |
launcher-button.label | org.quayside.menu-button | label | s | Menu | Text on the menu button |
launcher.style | org.quayside.menu | layout | e list,grid,columns | list | Layout of the applications menu |
launcher.width | org.quayside.menu | width | i 200..1200 | 420 | Width of the menu |
launcher.height | org.quayside.menu | height | i 200..1200 | 520 | Height of the menu |
launcher.searchField | org.quayside.menu | search-position | e top,bottom,hidden | top | Where the search field is |
launcher.opacity | org.quayside.menu | opacity | i 0..100 | 95 | Opacity of the menu |
frame.titleHeight | org.quayside.windows | title-bar-height | i 16..64 | 28 | Height of title bars |
frame.titleAlignment | org.quayside.windows | title-alignment | e left,centre,right | centre | Alignment of window titles |
frame.border | org.quayside.windows | border-width | i 0..12 | 1 | Width of window borders |
frame.cornerRadius | org.quayside.windows | corner-radius | i 0..24 | 6 | Roundness of window corners |
frame.shadow | org.quayside.windows | shadows | b | true | Windows cast shadows |
list:window theme | org.quayside.windows | theme | s | Driftwood | Theme of window frames |
window-buttons.order | org.quayside.windows | button-order | s | |minimise,maximise,close | Order of buttons in the title bar |
window-buttons.side | org.quayside.windows | button-side | e left,right | right | Side of the window buttons |
list:control theme | org.quayside.appearance | widget-theme | s | Shale | Theme of controls |
list:icon set | org.quayside.appearance | icon-theme | s | Pebble | Icon theme |
list:pointer set | org.quayside.appearance | cursor-theme | s | Reed | Theme of the pointer |
pointer.size | org.quayside.appearance | cursor-size | i 16..96 | 24 | Size of the pointer |
interface-type.family | org.quayside.appearance | font | s | Sans 10 | Font of the interface |
title-type.family | org.quayside.windows | title-font | s | Sans Bold 10 | Font of window titles |
fixed-type.family | org.quayside.appearance | monospace-font | s | Mono 11 | Fixed-width font |
controls.accent | org.quayside.appearance | accent-colour | c | #3584e4 | Accent colour |
variants | org.quayside.appearance | colour-scheme | e default,dark,light | default | Prefer light or dark |
wallpaper.picture | org.quayside.background | picture | s | file:///none.png | Picture of the wallpaper |
wallpaper.fit | org.quayside.background | fit | e stretched,zoom,centred,tiled,scaled | zoom | How the wallpaper is fitted |
list:sound theme | org.quayside.sound | theme-name | s | Tide | Sound theme |
desktop-items.shown | org.quayside.desktop | show-icons | b | true | Icons on the desktop |
desktop-items.size | org.quayside.desktop | icon-size | i 16..128 | 48 | Size of icons on the desktop |
workspace-switcher.count | org.quayside.workspaces | number | i 1..36 | 4 | Number of workspaces |
window-list.grouping | org.quayside.tasks | grouping | e never,automatic,always | never | When windows of one program are grouped |
window-list.show | org.quayside.tasks | show | e icon,icon-and-title,title | icon-and-title | What entries of the window list show |
minimise-effect.effect | org.quayside.effects | minimise-animation | e none,fade,scale,slide | scale | Animation when windows are minimised |
minimise-effect.duration | org.quayside.effects | minimise-duration | i 0..2000 | 200 | How long minimising takes | Milliseconds
opening-effect.effect | org.quayside.effects | open-animation | e none,fade,scale | fade | Animation when windows open |
edge-actions.topLeft | org.quayside.corners | top-left | e nothing,overview,desktop | nothing | What the top left corner does |
- | org.quayside.panel | lock-position | b | true | Keep the panel from being moved |
- | org.quayside.panel | monitor-name | s | | Name of the monitor the panel is on |
- | org.quayside.dock | click-timeout | i 0..1000 | 300 | How long a click may last |
- | org.quayside.clock | alarm-volume | i 0..100 | 80 | Volume of the alarm |
- | org.quayside.clock | first-day-of-week | i 0..6 | 1 | First day of the week in the calendar |
- | org.quayside.menu | recent-count | i 0..50 | 10 | How many recent documents are kept |
- | org.quayside.windows | focus-by | e press,pointer,none | press | How windows get the focus |
- | org.quayside.windows | raise-delay | i 0..5000 | 500 | Delay before windows are raised |
- | org.quayside.windows | double-click-action | e none,maximise,roll-up | maximise | What a double click on the title does |
- | org.quayside.appearance | text-scale | d 0.5..3 | 1.0 | Scaling of text |
- | org.quayside.appearance | caret-blinking | i 100..2500 | 1200 | Blinking of the text cursor |
- | org.quayside.appearance | letter-fitting | e none,slight,full | slight | Hinting of fonts |
`;
