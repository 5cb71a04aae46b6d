-- Figures that counted what cannot be had on the host are worked out anew.
update coat_card set stale = true;
