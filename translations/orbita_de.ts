<?xml version="1.0" encoding="utf-8"?>
<!-- SPDX-License-Identifier: GPL-3.0-or-later -->
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
<context>
    <name>orbita</name>
    <message>
        <source>Orbita: read drives block by block, see which sectors are slow or unreadable.</source>
        <translation>Orbita: liest Laufwerke Block für Block und zeigt, welche Sektoren langsam oder unlesbar sind.</translation>
    </message>
    <message>
        <source>Show the demonstration rack instead of the drives attached.</source>
        <translation>Das Vorführgestell statt der angeschlossenen Laufwerke zeigen.</translation>
    </message>
    <message>
        <source>Begin with the light colours.</source>
        <translation>Mit hellen Farben beginnen.</translation>
    </message>
    <message>
        <source>Devices, image files, demo:NAME, sim:SCENARIO.json or saved scans to open.</source>
        <translation>Zu öffnende Geräte, Abbilder, demo:NAME, sim:SZENARIO.json oder gespeicherte Scans.</translation>
    </message>
    <message>
        <source>orbita: there is no display to open a window on. orbita-cli does all of this without one: try
  orbita-cli drives
</source>
        <translation>orbita: es gibt keinen Bildschirm, um ein Fenster zu öffnen. orbita-cli tut all das ohne: versuchen Sie
  orbita-cli drives
</translation>
    </message>
    <message>
        <source>Intake</source>
        <translation>Annahme</translation>
    </message>
    <message>
        <source>Go to Intake</source>
        <translation>Zur Annahme</translation>
    </message>
    <message>
        <source>Vitals</source>
        <translation>Vitalwerte</translation>
    </message>
    <message>
        <source>Go to Vitals</source>
        <translation>Zu den Vitalwerten</translation>
    </message>
    <message>
        <source>Scan</source>
        <translation>Scan</translation>
    </message>
    <message>
        <source>Go to Scan</source>
        <translation>Zum Scan</translation>
    </message>
    <message>
        <source>Treat</source>
        <translation>Behandeln</translation>
    </message>
    <message>
        <source>Go to Treat</source>
        <translation>Zum Behandeln</translation>
    </message>
    <message>
        <source>Judge</source>
        <translation>Urteilen</translation>
    </message>
    <message>
        <source>Go to Judge</source>
        <translation>Zum Urteilen</translation>
    </message>
    <message>
        <source>Choose all</source>
        <translation>Alles wählen</translation>
    </message>
    <message>
        <source>All of it was here already.</source>
        <translation>Alles davon war schon hier.</translation>
    </message>
    <message>
        <source>Taken in: %1 new drives, %2 visits, %3 scans, %4 rulings; nothing twice.</source>
        <translation>Aufgenommen: %1 neue Laufwerke, %2 Besuche, %3 Scans, %4 Urteile; nichts doppelt.</translation>
    </message>
    <message>
        <source>%1 scans are damaged, and were left out.</source>
        <translation>%1 Scans sind beschädigt und wurden ausgelassen.</translation>
    </message>
    <message>
        <source>It contradicts what is here, and stands beside it: %1 (%2 in all).</source>
        <translation>Es widerspricht dem, was hier ist, und steht daneben: %1 (%2 insgesamt).</translation>
    </message>
    <message>
        <source>Open its &amp;map</source>
        <translation>Die &amp;Karte öffnen</translation>
    </message>
    <message>
        <source>E&amp;xport the case…</source>
        <translation>Den Fall e&amp;xportieren…</translation>
    </message>
    <message>
        <source>Drives found, the one seen last first</source>
        <translation>Gefundene Laufwerke, das zuletzt gesehene zuerst</translation>
    </message>
    <message>
        <source>Casebook</source>
        <translation>Fallbuch</translation>
    </message>
    <message>
        <source>Serial number, model, customer, job, tester, or words of a complaint</source>
        <translation>Seriennummer, Modell, Kunde, Auftrag, Prüfer oder Worte einer Beanstandung</translation>
    </message>
    <message>
        <source>Find in the casebook</source>
        <translation>Im Fallbuch suchen</translation>
    </message>
    <message>
        <source>Clear</source>
        <translation>Leeren</translation>
    </message>
    <message>
        <source>Only with this ruling</source>
        <translation>Nur mit diesem Urteil</translation>
    </message>
    <message>
        <source>Any ruling</source>
        <translation>Jedes Urteil</translation>
    </message>
    <message>
        <source>Not ruled on</source>
        <translation>Ohne Urteil</translation>
    </message>
    <message>
        <source>Only with this complaint</source>
        <translation>Nur mit dieser Beanstandung</translation>
    </message>
    <message>
        <source>Any complaint</source>
        <translation>Jede Beanstandung</translation>
    </message>
    <message>
        <source>Only with a visit in this time</source>
        <translation>Nur mit einem Besuch in dieser Zeit</translation>
    </message>
    <message>
        <source>At any time</source>
        <translation>Zu jeder Zeit</translation>
    </message>
    <message>
        <source>Last 7 days</source>
        <translation>Letzte 7 Tage</translation>
    </message>
    <message>
        <source>Last 30 days</source>
        <translation>Letzte 30 Tage</translation>
    </message>
    <message>
        <source>Last 12 months</source>
        <translation>Letzte 12 Monate</translation>
    </message>
    <message>
        <source>C&amp;lose</source>
        <translation>Schl&amp;ießen</translation>
    </message>
    <message>
        <source>Back to the drive (Esc)</source>
        <translation>Zurück zum Laufwerk (Esc)</translation>
    </message>
    <message>
        <source>Its visits, the oldest first; choose two to compare them</source>
        <translation>Seine Besuche, der älteste zuerst; wählen Sie zwei, um sie zu vergleichen</translation>
    </message>
    <message>
        <source>Counters, and how they have changed</source>
        <translation>Zähler, und wie sie sich geändert haben</translation>
    </message>
    <message>
        <source>&amp;Take in…</source>
        <translation>&amp;Aufnehmen…</translation>
    </message>
    <message>
        <source>&amp;Back up…</source>
        <translation>Sichern &amp;unter…</translation>
    </message>
    <message>
        <source>Chec&amp;k</source>
        <translation>Prü&amp;fen</translation>
    </message>
    <message>
        <source>For&amp;get customers…</source>
        <translation>Kunden &amp;vergessen…</translation>
    </message>
    <message>
        <source>The map of the latest scan of the visit that is chosen, in the rack</source>
        <translation>Die Karte des letzten Scans des gewählten Besuchs, im Gestell</translation>
    </message>
    <message>
        <source>This drive with all its visits, as one file that another Orbita takes in</source>
        <translation>Dieses Laufwerk mit allen Besuchen, als eine Datei, die ein anderes Orbita aufnimmt</translation>
    </message>
    <message>
        <source>An exported case, or another bench&apos;s casebook: nothing twice, and what is here stays</source>
        <translation>Ein exportierter Fall oder das Fallbuch eines anderen Platzes: nichts doppelt, und was hier ist, bleibt</translation>
    </message>
    <message>
        <source>A copy of all of it, checked</source>
        <translation>Eine geprüfte Kopie von allem</translation>
    </message>
    <message>
        <source>Look at all of it for damage</source>
        <translation>Alles auf Schäden durchsehen</translation>
    </message>
    <message>
        <source>Take whose the drives were out of old visits, for good</source>
        <translation>Aus alten Besuchen herausnehmen, wessen Laufwerke es waren, für immer</translation>
    </message>
    <message>
        <source>Open the map of the chosen visit</source>
        <translation>Die Karte des gewählten Besuchs öffnen</translation>
    </message>
    <message>
        <source>Export the chosen drive&apos;s case</source>
        <translation>Den Fall des gewählten Laufwerks exportieren</translation>
    </message>
    <message>
        <source>Take in a case, or another casebook</source>
        <translation>Einen Fall oder ein anderes Fallbuch aufnehmen</translation>
    </message>
    <message>
        <source>Back up the casebook</source>
        <translation>Das Fallbuch sichern</translation>
    </message>
    <message>
        <source>Check the casebook for damage</source>
        <translation>Das Fallbuch auf Schäden prüfen</translation>
    </message>
    <message>
        <source>Forget customers of old visits</source>
        <translation>Kunden alter Besuche vergessen</translation>
    </message>
    <message>
        <source>No drive fits</source>
        <translation>Kein Laufwerk passt</translation>
    </message>
    <message>
        <source>%1 drives, of which the latest %2 are listed</source>
        <translation>%1 Laufwerke, davon die letzten %2 aufgeführt</translation>
    </message>
    <message>
        <source>1 drive</source>
        <translation>1 Laufwerk</translation>
    </message>
    <message>
        <source>%1 drives</source>
        <translation>%1 Laufwerke</translation>
    </message>
    <message>
        <source>No drive is in the casebook yet.

Each drive whose vitals are read or that is scanned gets a page here.</source>
        <translation>Noch steht kein Laufwerk im Fallbuch.

Jedes Laufwerk, dessen Vitalwerte gelesen werden oder das gescannt wird, bekommt hier eine Seite.</translation>
    </message>
    <message>
        <source>No drive in the casebook fits.

Look for fewer words, or for any ruling, complaint and time.</source>
        <translation>Kein Laufwerk im Fallbuch passt.

Suchen Sie nach weniger Worten oder nach jedem Urteil, jeder Beanstandung und jeder Zeit.</translation>
    </message>
    <message>
        <source>firmware %1</source>
        <translation>Firmware %1</translation>
    </message>
    <message>
        <source>No visit of this drive is in the casebook.</source>
        <translation>Kein Besuch dieses Laufwerks steht im Fallbuch.</translation>
    </message>
    <message>
        <source>This was its first visit: there is nothing to compare it with.</source>
        <translation>Das war sein erster Besuch: es gibt nichts zu vergleichen.</translation>
    </message>
    <message>
        <source>Export the case to</source>
        <translation>Den Fall exportieren nach</translation>
    </message>
    <message>
        <source>Cases (*.orbita-case)</source>
        <translation>Fälle (*.orbita-case)</translation>
    </message>
    <message>
        <source>Writing it…</source>
        <translation>Wird geschrieben…</translation>
    </message>
    <message>
        <source>Written to %1. The customer&apos;s name is in it.</source>
        <translation>Geschrieben nach %1. Der Name des Kunden steht darin.</translation>
    </message>
    <message>
        <source>Take in</source>
        <translation>Aufnehmen</translation>
    </message>
    <message>
        <source>Cases and casebooks (*.orbita-case *.db)</source>
        <translation>Fälle und Fallbücher (*.orbita-case *.db)</translation>
    </message>
    <message>
        <source>All files (*)</source>
        <translation>Alle Dateien (*)</translation>
    </message>
    <message>
        <source>Taking it in…</source>
        <translation>Wird aufgenommen…</translation>
    </message>
    <message>
        <source>Back up the casebook to</source>
        <translation>Das Fallbuch sichern unter</translation>
    </message>
    <message>
        <source>Casebooks (*.db)</source>
        <translation>Fallbücher (*.db)</translation>
    </message>
    <message>
        <source>casebook-%1</source>
        <translation>fallbuch-%1</translation>
    </message>
    <message>
        <source>All of the casebook is in %1, and was checked there. Customers&apos; names are in it.</source>
        <translation>Das ganze Fallbuch ist in %1 und wurde dort geprüft. Namen von Kunden stehen darin.</translation>
    </message>
    <message>
        <source>Looking at all of it…</source>
        <translation>Alles wird durchgesehen…</translation>
    </message>
    <message>
        <source>Nothing in the casebook is damaged.</source>
        <translation>Nichts im Fallbuch ist beschädigt.</translation>
    </message>
    <message>
        <source>The casebook is damaged: %1. Restore a backup (orbita-cli casebook restore), or export what can still be read.</source>
        <translation>Das Fallbuch ist beschädigt: %1. Spielen Sie eine Sicherung zurück (orbita-cli casebook restore) oder exportieren Sie, was sich noch lesen lässt.</translation>
    </message>
    <message>
        <source>Whose drives they were has been forgotten of %1 visits.</source>
        <translation>Bei %1 Besuchen ist vergessen, wessen Laufwerk es war.</translation>
    </message>
    <message>
        <source>Two visits compared</source>
        <translation>Zwei Besuche im Vergleich</translation>
    </message>
    <message>
        <source>The surface was not read</source>
        <translation>Die Oberfläche wurde nicht gelesen</translation>
    </message>
    <message>
        <source>what became</source>
        <translation>was daraus wurde</translation>
    </message>
    <message>
        <source>LBA 0</source>
        <translation>LBA 0</translation>
    </message>
    <message>
        <source>%1 % · %2</source>
        <translation>%1 % · %2</translation>
    </message>
    <message>
        <source>pace</source>
        <translation>Tempo</translation>
    </message>
    <message>
        <source>Its pace is known of neither visit.</source>
        <translation>Von keinem der Besuche ist das Tempo bekannt.</translation>
    </message>
    <message>
        <source>%1 MB/s</source>
        <translation>%1 MB/s</translation>
    </message>
    <message>
        <source>0</source>
        <translation>0</translation>
    </message>
    <message>
        <source>not read</source>
        <translation>nicht gelesen</translation>
    </message>
    <message>
        <source>%1, %2 MB/s</source>
        <translation>%1, %2 MB/s</translation>
    </message>
    <message>
        <source>%1 % to %2 % of the drive, from %3: then %4; now %5.</source>
        <translation>%1 % bis %2 % des Laufwerks, ab %3: damals %4; jetzt %5.</translation>
    </message>
    <message>
        <source>Byte %1: %2.</source>
        <translation>Byte %1: %2.</translation>
    </message>
    <message>
        <source>And %1 more.</source>
        <translation>Und %1 weitere.</translation>
    </message>
    <message>
        <source>%1: %2, was %3. %4</source>
        <translation>%1: %2, vorher %3. %4</translation>
    </message>
    <message>
        <source>Counter</source>
        <translation>Zähler</translation>
    </message>
    <message>
        <source>Now</source>
        <translation>Jetzt</translation>
    </message>
    <message>
        <source>Change</source>
        <translation>Änderung</translation>
    </message>
    <message>
        <source>&amp;Forget them for good</source>
        <translation>Sie &amp;für immer vergessen</translation>
    </message>
    <message>
        <source>Forget customers</source>
        <translation>Kunden vergessen</translation>
    </message>
    <message>
        <source>older than a year</source>
        <translation>älter als ein Jahr</translation>
    </message>
    <message>
        <source>older than %1 years</source>
        <translation>älter als %1 Jahre</translation>
    </message>
    <message>
        <source>of any age</source>
        <translation>jeden Alters</translation>
    </message>
    <message>
        <source>any</source>
        <translation>jeder</translation>
    </message>
    <message>
        <source>Customer, job, complaint and notes are taken out of these visits, and cannot be brought back. What was measured, done and ruled stays. Backups and exported cases from before still have them.</source>
        <translation>Kunde, Auftrag, Beanstandung und Notizen werden aus diesen Besuchen herausgenommen und lassen sich nicht zurückholen. Was gemessen, getan und geurteilt wurde, bleibt. Frühere Sicherungen und exportierte Fälle haben sie noch.</translation>
    </message>
    <message>
        <source>&amp;Visits</source>
        <translation>&amp;Besuche</translation>
    </message>
    <message>
        <source>Of the &amp;customer</source>
        <translation>Des &amp;Kunden</translation>
    </message>
    <message>
        <source>There is no such visit.</source>
        <translation>Einen solchen Besuch gibt es nicht.</translation>
    </message>
    <message>
        <source>That is one visit.</source>
        <translation>Das ist ein Besuch.</translation>
    </message>
    <message>
        <source>That is %1 visits.</source>
        <translation>Das sind %1 Besuche.</translation>
    </message>
    <message>
        <source>Not judged yet</source>
        <translation>Noch ohne Urteil</translation>
    </message>
    <message>
        <source>No ruling</source>
        <translation>Kein Urteil</translation>
    </message>
    <message>
        <source>No serial number reported</source>
        <translation>Keine Seriennummer genannt</translation>
    </message>
    <message>
        <source>%1, %2, %3, last seen %4, %5</source>
        <translation>%1, %2, %3, zuletzt gesehen %4, %5</translation>
    </message>
    <message>
        <source>1 visit</source>
        <translation>1 Besuch</translation>
    </message>
    <message>
        <source>%1 visits</source>
        <translation>%1 Besuche</translation>
    </message>
    <message>
        <source>Reallocated</source>
        <translation>Ersetzt</translation>
    </message>
    <message>
        <source>Pending</source>
        <translation>Wartend</translation>
    </message>
    <message>
        <source>Grown</source>
        <translation>Gewachsen</translation>
    </message>
    <message>
        <source>Used up</source>
        <translation>Verbraucht</translation>
    </message>
    <message>
        <source>Spare left</source>
        <translation>Reserve übrig</translation>
    </message>
    <message>
        <source>Media errors</source>
        <translation>Medienfehler</translation>
    </message>
    <message>
        <source>Uncorrectable</source>
        <translation>Nicht korrigierbar</translation>
    </message>
    <message>
        <source>Wear by how it reads, in doublings: %1. 0: as an unworn drive; each 1 more: twice as many late places.</source>
        <translation>Abnutzung danach, wie es liest, in Verdopplungen: %1. 0: wie ein neues Laufwerk; jede 1 mehr: doppelt so viele verspätete Stellen.</translation>
    </message>
    <message>
        <source>Visit</source>
        <translation>Besuch</translation>
    </message>
    <message>
        <source>Job</source>
        <translation>Auftrag</translation>
    </message>
    <message>
        <source>Ruling</source>
        <translation>Urteil</translation>
    </message>
    <message>
        <source>Hours</source>
        <translation>Stunden</translation>
    </message>
    <message>
        <source>Surface</source>
        <translation>Oberfläche</translation>
    </message>
    <message>
        <source>Wear</source>
        <translation>Abnutzung</translation>
    </message>
    <message>
        <source>no serial number reported</source>
        <translation>keine Seriennummer genannt</translation>
    </message>
    <message>
        <source>&amp;Hold it read-only</source>
        <translation>Schreibgeschützt &amp;halten</translation>
    </message>
    <message>
        <source>Done to it</source>
        <translation>Daran getan</translation>
    </message>
    <message>
        <source>Read &amp;vitals</source>
        <translation>&amp;Vitalwerte lesen</translation>
    </message>
    <message>
        <source>Ask the drive for its counters and logs (F8)</source>
        <translation>Das Laufwerk nach Zählern und Protokollen fragen (F8)</translation>
    </message>
    <message>
        <source>Straight to the scan</source>
        <translation>Gleich zum Scan</translation>
    </message>
    <message>
        <source>Hold the drive read-only, or let it go</source>
        <translation>Das Laufwerk schreibgeschützt halten oder freigeben</translation>
    </message>
    <message>
        <source>The system&apos;s block layer then takes no new writes to it; commands to the drive itself pass all the same</source>
        <translation>Die Blockschicht des Systems nimmt dann keine neuen Schreibzugriffe an; Befehle an das Laufwerk selbst gehen trotzdem durch</translation>
    </message>
    <message>
        <source>Compare with the label on the drive</source>
        <translation>Mit dem Etikett auf dem Laufwerk vergleichen</translation>
    </message>
    <message>
        <source>What uses it</source>
        <translation>Was es benutzt</translation>
    </message>
    <message>
        <source>Seen before</source>
        <translation>Schon gesehen</translation>
    </message>
    <message>
        <source>What is wrong with it?</source>
        <translation>Was fehlt ihm?</translation>
    </message>
    <message>
        <source>In the customer&apos;s own words</source>
        <translation>In den Worten des Kunden</translation>
    </message>
    <message>
        <source>The complaint in the customer&apos;s own words</source>
        <translation>Die Beanstandung in den Worten des Kunden</translation>
    </message>
    <message>
        <source>Does the data on it exist elsewhere?</source>
        <translation>Gibt es die Daten noch anderswo?</translation>
    </message>
    <message>
        <source>Customer</source>
        <translation>Kunde</translation>
    </message>
    <message>
        <source>Job number</source>
        <translation>Auftragsnummer</translation>
    </message>
    <message>
        <source>Tester</source>
        <translation>Prüfer</translation>
    </message>
    <message>
        <source>Notes</source>
        <translation>Notizen</translation>
    </message>
    <message>
        <source>What was done and seen, for the next visit</source>
        <translation>Was getan und gesehen wurde, für den nächsten Besuch</translation>
    </message>
    <message>
        <source>Does it do so here too?</source>
        <translation>Tut es das auch hier?</translation>
    </message>
    <message>
        <source>%1: does it do so here too?</source>
        <translation>%1: tut es das auch hier?</translation>
    </message>
    <message>
        <source>Press to change: not tried, seen here, not seen here</source>
        <translation>Drücken zum Ändern: nicht versucht, hier gesehen, hier nicht gesehen</translation>
    </message>
    <message>
        <source>Capacity</source>
        <translation>Kapazität</translation>
    </message>
    <message>
        <source>%1 · %2 sectors</source>
        <translation>%1 · %2 Sektoren</translation>
    </message>
    <message>
        <source>Sectors</source>
        <translation>Sektoren</translation>
    </message>
    <message>
        <source>%1 bytes</source>
        <translation>%1 Byte</translation>
    </message>
    <message>
        <source>%1 bytes, %2 on the medium</source>
        <translation>%1 Byte, %2 auf dem Medium</translation>
    </message>
    <message>
        <source>Kind</source>
        <translation>Art</translation>
    </message>
    <message>
        <source>not reported</source>
        <translation>nicht genannt</translation>
    </message>
    <message>
        <source>solid state</source>
        <translation>Halbleiter</translation>
    </message>
    <message>
        <source>rotating, %1 turns a minute</source>
        <translation>drehend, %1 Umdrehungen je Minute</translation>
    </message>
    <message>
        <source>rotating</source>
        <translation>drehend</translation>
    </message>
    <message>
        <source>Attached by</source>
        <translation>Angeschlossen über</translation>
    </message>
    <message>
        <source>Firmware</source>
        <translation>Firmware</translation>
    </message>
    <message>
        <source>Named here</source>
        <translation>Heißt hier</translation>
    </message>
    <message>
        <source>World wide name</source>
        <translation>World Wide Name</translation>
    </message>
    <message>
        <source>Nothing on this computer uses it.</source>
        <translation>Nichts auf diesem Rechner benutzt es.</translation>
    </message>
    <message>
        <source>It is in use: what is mounted or stacked on it goes on writing, whatever is set here. Unmount it first.</source>
        <translation>Es ist in Gebrauch: was eingehängt oder darauf gestapelt ist, schreibt weiter, was hier auch eingestellt wird. Hängen Sie es zuerst aus.</translation>
    </message>
    <message>
        <source>The system&apos;s block layer takes no new writes to it. Commands to the drive itself still pass.</source>
        <translation>Die Blockschicht des Systems nimmt keine neuen Schreibzugriffe an. Befehle an das Laufwerk selbst gehen durch.</translation>
    </message>
    <message>
        <source>So that no desktop mounts and changes it. Stops no command to the drive itself, and nothing that is mounted already.</source>
        <translation>Damit kein Arbeitsplatz es einhängt und ändert. Hält keinen Befehl an das Laufwerk auf, und nichts, was schon eingehängt ist.</translation>
    </message>
    <message>
        <source>%1: seen here</source>
        <translation>%1: hier gesehen</translation>
    </message>
    <message>
        <source>%1: not here</source>
        <translation>%1: hier nicht</translation>
    </message>
    <message>
        <source>%1: not tried</source>
        <translation>%1: nicht versucht</translation>
    </message>
    <message>
        <source>%1: every further minute may be the last. Save the data before anything is tested.</source>
        <translation>%1: jede weitere Minute kann die letzte sein. Sichern Sie die Daten, bevor etwas getestet wird.</translation>
    </message>
    <message>
        <source>This is its first visit.</source>
        <translation>Das ist sein erster Besuch.</translation>
    </message>
    <message>
        <source>job %1</source>
        <translation>Auftrag %1</translation>
    </message>
    <message>
        <source>and %n more before, all in the casebook</source>
        <translation>und %n weitere zuvor, alle im Fallbuch</translation>
    </message>
    <message>
        <source>%1, by %2</source>
        <translation>%1, von %2</translation>
    </message>
    <message>
        <source>No drive chosen</source>
        <translation>Kein Laufwerk gewählt</translation>
    </message>
    <message>
        <source>Choose a drive in the rack</source>
        <translation>Wählen Sie ein Laufwerk im Gestell</translation>
    </message>
    <message>
        <source>This drive is not attached</source>
        <translation>Dieses Laufwerk ist nicht angeschlossen</translation>
    </message>
    <message>
        <source>Only its saved scan is open.</source>
        <translation>Nur sein gespeicherter Scan ist offen.</translation>
    </message>
    <message>
        <source>Reads what the drive says of itself: its counters and logs, not its surface</source>
        <translation>Liest, was das Laufwerk von sich sagt: Zähler und Protokolle, nicht die Oberfläche</translation>
    </message>
    <message>
        <source>takes a second or two · changes nothing on the drive</source>
        <translation>dauert ein, zwei Sekunden · ändert nichts am Laufwerk</translation>
    </message>
    <message>
        <source>No partitions are known</source>
        <translation>Keine Partitionen bekannt</translation>
    </message>
    <message>
        <source>Partitions: %1</source>
        <translation>Partitionen: %1</translation>
    </message>
    <message>
        <source>Edit the &amp;policy…</source>
        <translation>Die &amp;Hausregeln ändern…</translation>
    </message>
    <message>
        <source>&amp;Enter the ruling</source>
        <translation>Das Urteil &amp;eintragen</translation>
    </message>
    <message>
        <source>Keep it in the casebook (Ctrl+Enter)</source>
        <translation>Im Fallbuch behalten (Strg+Enter)</translation>
    </message>
    <message>
        <source>Write a re&amp;port…</source>
        <translation>Bericht &amp;schreiben…</translation>
    </message>
    <message>
        <source>Reasons, the weightiest first</source>
        <translation>Gründe, die schwersten zuerst</translation>
    </message>
    <message>
        <source>Map of the latest scan</source>
        <translation>Karte des letzten Scans</translation>
    </message>
    <message>
        <source>By which house policy</source>
        <translation>Nach welchen Hausregeln</translation>
    </message>
    <message>
        <source>Limits of your own, with what they would change (Ctrl+Shift+P)</source>
        <translation>Eigene Grenzen, und was sie ändern würden (Strg+Umschalt+P)</translation>
    </message>
    <message>
        <source>You rule otherwise?</source>
        <translation>Sie urteilen anders?</translation>
    </message>
    <message>
        <source>Entered in the casebook</source>
        <translation>Im Fallbuch eingetragen</translation>
    </message>
    <message>
        <source>Enter the ruling in the casebook</source>
        <translation>Das Urteil ins Fallbuch eintragen</translation>
    </message>
    <message>
        <source>Write a report of the drive</source>
        <translation>Einen Bericht des Laufwerks schreiben</translation>
    </message>
    <message>
        <source>Edit the house policy, and see what that would change</source>
        <translation>Die Hausregeln ändern</translation>
    </message>
    <message>
        <source>Rule otherwise, with a reason</source>
        <translation>Anders urteilen, mit einem Grund</translation>
    </message>
    <message>
        <source>Show the next place of the reason on the map</source>
        <translation>Nächste Stelle des Grundes zeigen</translation>
    </message>
    <message>
        <source>Show the place before it on the map</source>
        <translation>Vorige Stelle zeigen</translation>
    </message>
    <message>
        <source>Copy the ruling with its reasons, as text</source>
        <translation>Urteil mit Gründen kopieren</translation>
    </message>
    <message>
        <source>Enter</source>
        <translation>Enter</translation>
    </message>
    <message>
        <source>on a reason: show its next place on the map</source>
        <translation>seine nächste Stelle zeigen</translation>
    </message>
    <message>
        <source>Choose a drive in the rack, or open a device (Ctrl+O).</source>
        <translation>Wählen Sie ein Laufwerk im Gestell oder öffnen Sie ein Gerät (Strg+O).</translation>
    </message>
    <message>
        <source>&lt;p style=&apos;font-size:17px&apos;&gt;There is nothing to rule on yet&lt;/p&gt;&lt;p&gt;Read the drive&apos;s vitals (F3), then scan it (F4).&lt;br&gt;What that comes to will stand here, with its reasons.&lt;/p&gt;</source>
        <translation>&lt;p style=&apos;font-size:17px&apos;&gt;Noch gibt es nichts zu beurteilen&lt;/p&gt;&lt;p&gt;Lesen Sie die Vitalwerte des Laufwerks (F3), dann scannen Sie es (F4).&lt;br&gt;Was dabei herauskommt, steht dann hier, mit seinen Gründen.&lt;/p&gt;</translation>
    </message>
    <message>
        <source>%1 read lately enough to count · by the house policy “%2”</source>
        <translation>%1 frisch genug gelesen, um zu zählen · nach den Hausregeln „%2“</translation>
    </message>
    <message>
        <source> · place %1 of %2 (Ctrl+. for the next)</source>
        <translation> · Stelle %1 von %2 (Strg+. zur nächsten)</translation>
    </message>
    <message>
        <source>The reason chosen is about no place; choose another, and it is shown on the map</source>
        <translation>Der gewählte Grund betrifft keine Stelle; wählen Sie einen anderen, und sie wird auf der Karte gezeigt</translation>
    </message>
    <message>
        <source>&lt;b&gt;%1&lt;/b&gt;, ruled otherwise: %2&lt;br&gt;By the evidence: %3</source>
        <translation>&lt;b&gt;%1&lt;/b&gt;, anders geurteilt: %2&lt;br&gt;Nach den Belegen: %3</translation>
    </message>
    <message>
        <source>Nothing yet.</source>
        <translation>Noch nichts.</translation>
    </message>
    <message>
        <source>Nothing to enter yet</source>
        <translation>Noch nichts einzutragen</translation>
    </message>
    <message>
        <source>Enters “%1” for %2, serial %3</source>
        <translation>Trägt „%1“ ein für %2, Seriennummer %3</translation>
    </message>
    <message>
        <source>kept in the casebook with all that it goes by · nothing is sent to the drive</source>
        <translation>im Fallbuch behalten, mit allem, worauf es beruht · dem Laufwerk wird nichts geschickt</translation>
    </message>
    <message>
        <source>Entered: %1</source>
        <translation>Eingetragen: %1</translation>
    </message>
    <message>
        <source>%1, serial %2: %3</source>
        <translation>%1, Seriennummer %2: %3</translation>
    </message>
    <message>
        <source>One page to hand over</source>
        <translation>Eine Seite zum Aushändigen</translation>
    </message>
    <message>
        <source>Technical report, all of it</source>
        <translation>Technischer Bericht, alles</translation>
    </message>
    <message>
        <source>Sheet for a warranty claim</source>
        <translation>Blatt für eine Reklamation</translation>
    </message>
    <message>
        <source>Written to %1</source>
        <translation>Geschrieben nach %1</translation>
    </message>
    <message>
        <source>Entered, ruled otherwise: %1</source>
        <translation>Eingetragen, anders geurteilt: %1</translation>
    </message>
    <message>
        <source>%1, serial %2</source>
        <translation>%1, Seriennummer %2</translation>
    </message>
    <message>
        <source>Rule &amp;otherwise</source>
        <translation>Anders &amp;urteilen</translation>
    </message>
    <message>
        <source>What you rule</source>
        <translation>Ihr Urteil</translation>
    </message>
    <message>
        <source>Why, in a sentence</source>
        <translation>Warum, in einem Satz</translation>
    </message>
    <message>
        <source>Why you rule otherwise</source>
        <translation>Warum Sie anders urteilen</translation>
    </message>
    <message>
        <source>Enters it in the casebook, beside what the evidence comes to</source>
        <translation>Trägt es im Fallbuch ein, neben dem, was die Belege ergeben</translation>
    </message>
    <message>
        <source>First say why</source>
        <translation>Sagen Sie zuerst warum</translation>
    </message>
    <message>
        <source>Orbita&apos;s own limits</source>
        <translation>Orbitas eigene Grenzen</translation>
    </message>
    <message>
        <source>not yet</source>
        <translation>noch nicht</translation>
    </message>
    <message>
        <source>not yet, %1 at best</source>
        <translation>noch nicht, bestenfalls %1</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>Show no more than the last four characters of &amp;serial numbers</source>
        <translation>Von &amp;Seriennummern nur die letzten vier Zeichen zeigen</translation>
    </message>
    <message>
        <source>&amp;Write it to…</source>
        <translation>&amp;Schreiben nach…</translation>
    </message>
    <message>
        <source>Report</source>
        <translation>Bericht</translation>
    </message>
    <message>
        <source>Which report</source>
        <translation>Welcher Bericht</translation>
    </message>
    <message>
        <source>none</source>
        <translation>keine</translation>
    </message>
    <message>
        <source>&amp;Browse…</source>
        <translation>&amp;Durchsuchen…</translation>
    </message>
    <message>
        <source>&amp;Report</source>
        <translation>&amp;Bericht</translation>
    </message>
    <message>
        <source>Sh&amp;op</source>
        <translation>&amp;Werkstatt</translation>
    </message>
    <message>
        <source>&amp;Address</source>
        <translation>&amp;Anschrift</translation>
    </message>
    <message>
        <source>&amp;Logo</source>
        <translation>&amp;Logo</translation>
    </message>
    <message>
        <source>PDF, HTML, text, JSON or CSV: the ending of its name says which</source>
        <translation>PDF, HTML, Text, JSON oder CSV: die Endung des Namens sagt, was</translation>
    </message>
    <message>
        <source>File</source>
        <translation>Datei</translation>
    </message>
    <message>
        <source>Write the report to</source>
        <translation>Den Bericht schreiben nach</translation>
    </message>
    <message>
        <source>Logo</source>
        <translation>Logo</translation>
    </message>
    <message>
        <source>Pictures (*.png *.jpg *.jpeg)</source>
        <translation>Bilder (*.png *.jpg *.jpeg)</translation>
    </message>
    <message>
        <source>To print or to send (*.pdf)</source>
        <translation>Zum Drucken oder Verschicken (*.pdf)</translation>
    </message>
    <message>
        <source>For a browser (*.html)</source>
        <translation>Für einen Browser (*.html)</translation>
    </message>
    <message>
        <source>Plain text (*.txt)</source>
        <translation>Reiner Text (*.txt)</translation>
    </message>
    <message>
        <source>For machines (*.json)</source>
        <translation>Für Maschinen (*.json)</translation>
    </message>
    <message>
        <source>For table programs (*.csv)</source>
        <translation>Für Tabellenprogramme (*.csv)</translation>
    </message>
    <message>
        <source>Keep, watch, spare duty, retire: %1</source>
        <translation>Behalten, beobachten, Nebendienst, ausmustern: %1</translation>
    </message>
    <message>
        <source>; ruled otherwise: %1</source>
        <translation>; anders geurteilt: %1</translation>
    </message>
    <message>
        <source>Keep, watch, spare duty, retire: nothing is ruled yet</source>
        <translation>Behalten, beobachten, Nebendienst, ausmustern: noch kein Urteil</translation>
    </message>
    <message>
        <source>never</source>
        <translation>nie</translation>
    </message>
    <message>
        <source>%1, %2: %3</source>
        <translation>%1, %2: %3</translation>
    </message>
    <message>
        <source>What is measured</source>
        <translation>Was gemessen wird</translation>
    </message>
    <message>
        <source>This drive</source>
        <translation>Dieses Laufwerk</translation>
    </message>
    <message>
        <source>“%1” is no limit: it takes a number, or nothing for never.</source>
        <translation>„%1“ ist keine Grenze: es braucht eine Zahl, oder nichts für nie.</translation>
    </message>
    <message>
        <source>%1 is counted: it takes a whole number.</source>
        <translation>%1 wird gezählt: es braucht eine ganze Zahl.</translation>
    </message>
    <message>
        <source>Note</source>
        <translation>Hinweis</translation>
    </message>
    <message>
        <source>Warning</source>
        <translation>Warnung</translation>
    </message>
    <message>
        <source>Damning</source>
        <translation>Vernichtend</translation>
    </message>
    <message>
        <source>&amp;Make it the house policy</source>
        <translation>Zu den &amp;Hausregeln machen</translation>
    </message>
    <message>
        <source>Save &amp;as…</source>
        <translation>Speichern &amp;unter…</translation>
    </message>
    <message>
        <source>&amp;Put back</source>
        <translation>&amp;Zurücksetzen</translation>
    </message>
    <message>
        <source>House policy</source>
        <translation>Hausregeln</translation>
    </message>
    <message>
        <source>For whom it is, in a sentence</source>
        <translation>Für wen sie sind, in einem Satz</translation>
    </message>
    <message>
        <source>&amp;Name</source>
        <translation>&amp;Name</translation>
    </message>
    <message>
        <source>A&amp;bout</source>
        <translation>Ü&amp;ber sie</translation>
    </message>
    <message>
        <source>The model&apos;s name begins so</source>
        <translation>Das Modell beginnt so</translation>
    </message>
    <message>
        <source>What is wrong with it</source>
        <translation>Was damit nicht stimmt</translation>
    </message>
    <message>
        <source>Bad firmware</source>
        <translation>Schlechte Firmware</translation>
    </message>
    <message>
        <source>Su&amp;rface</source>
        <translation>&amp;Oberfläche</translation>
    </message>
    <message>
        <source>The drive&apos;s own &amp;counters</source>
        <translation>Die Zä&amp;hler des Laufwerks</translation>
    </message>
    <message>
        <source>Findings and ne&amp;eds</source>
        <translation>Befunde und Be&amp;darf</translation>
    </message>
    <message>
        <source>Bad &amp;firmware</source>
        <translation>Schlechte &amp;Firmware</translation>
    </message>
    <message>
        <source>Our own</source>
        <translation>Unsere eigenen</translation>
    </message>
    <message>
        <source>%1, our own</source>
        <translation>%1, unsere eigenen</translation>
    </message>
    <message>
        <source>%1, at or below</source>
        <translation>%1, höchstens</translation>
    </message>
    <message>
        <source>what is entered here</source>
        <translation>was hier eingetragen ist</translation>
    </message>
    <message>
        <source>Give it a name.</source>
        <translation>Geben Sie ihnen einen Namen.</translation>
    </message>
    <message>
        <source>“%1” comes with Orbita and stays as it is: give yours a name of its own.</source>
        <translation>„%1“ kommt mit Orbita und bleibt, wie es ist: geben Sie Ihren einen eigenen Namen.</translation>
    </message>
    <message>
        <source>Save the policy</source>
        <translation>Die Hausregeln speichern</translation>
    </message>
    <message>
        <source>House policies (*.json)</source>
        <translation>Hausregeln (*.json)</translation>
    </message>
    <message>
        <source>%1. It is in force for every drive from now on.</source>
        <translation>%1. Sie gelten ab jetzt für jedes Laufwerk.</translation>
    </message>
    <message>
        <source>A counter warns</source>
        <translation>Ein Zähler warnt</translation>
    </message>
    <message>
        <source>A counter is damning</source>
        <translation>Ein Zähler ist vernichtend</translation>
    </message>
    <message>
        <source>Its latest self-test failed</source>
        <translation>Sein letzter Selbsttest ist gescheitert</translation>
    </message>
    <message>
        <source>Its firmware is a bad one</source>
        <translation>Seine Firmware ist eine schlechte</translation>
    </message>
    <message>
        <source>Damage at a regular distance: one head or surface</source>
        <translation>Schäden in regelmäßigem Abstand: ein Kopf oder eine Oberfläche</translation>
    </message>
    <message>
        <source>Damage all over the drive</source>
        <translation>Schäden über das ganze Laufwerk</translation>
    </message>
    <message>
        <source>Damage with a growing edge</source>
        <translation>Schäden mit wachsendem Rand</translation>
    </message>
    <message>
        <source> days</source>
        <translation> Tage</translation>
    </message>
    <message>
        <source>A self-test that came to an end lately</source>
        <translation>Ein kürzlich beendeter Selbsttest</translation>
    </message>
    <message>
        <source>A clean sample stands for the rest where it allows no more than</source>
        <translation>Eine saubere Stichprobe steht für den Rest, wo sie höchstens zulässt</translation>
    </message>
    <message>
        <source>always: without it, no ruling</source>
        <translation>immer: ohne sie kein Urteil</translation>
    </message>
    <message>
        <source>where the drive offers it</source>
        <translation>wo das Laufwerk sie bietet</translation>
    </message>
    <message>
        <source>never: the surface is enough</source>
        <translation>nie: die Oberfläche genügt</translation>
    </message>
    <message>
        <source> % of the drive</source>
        <translation> % des Laufwerks</translation>
    </message>
    <message>
        <source> % defective blocks</source>
        <translation> % mangelhafte Blöcke</translation>
    </message>
    <message>
        <source>Defective blocks that a sample may allow</source>
        <translation>Mangelhafte Blöcke, die eine Stichprobe zulassen darf</translation>
    </message>
    <message>
        <source>The drive&apos;s own word</source>
        <translation>Die Aussage des Laufwerks</translation>
    </message>
    <message>
        <source>Read of its surface</source>
        <translation>Von der Oberfläche gelesen</translation>
    </message>
    <message>
        <source>Within the last</source>
        <translation>In den letzten</translation>
    </message>
    <message>
        <source>A drive to be watched is looked at again after</source>
        <translation>Ein zu beobachtendes Laufwerk wird wieder angesehen nach</translation>
    </message>
    <message>
        <source>What one finding makes of a drive, whatever else is so</source>
        <translation>Was ein Befund aus einem Laufwerk macht, was sonst auch sei</translation>
    </message>
    <message>
        <source>To be known before a drive is ruled on</source>
        <translation>Was bekannt sein muss, bevor geurteilt wird</translation>
    </message>
    <message>
        <source>Rulings that would come out otherwise</source>
        <translation>Urteile, die anders ausfielen</translation>
    </message>
    <message>
        <source>On this drive</source>
        <translation>Bei diesem Laufwerk</translation>
    </message>
    <message>
        <source>On what was ruled before</source>
        <translation>Bei dem, was früher geurteilt wurde</translation>
    </message>
    <message>
        <source>Nothing is known of it yet: read its vitals, or scan it.</source>
        <translation>Noch ist nichts darüber bekannt: lesen Sie seine Vitalwerte oder scannen Sie es.</translation>
    </message>
    <message>
        <source>Stays as it is: %1</source>
        <translation>Bleibt, wie es ist: %1</translation>
    </message>
    <message>
        <source>%1
would become
%2</source>
        <translation>%1
würde zu
%2</translation>
    </message>
    <message>
        <source>Being read from the casebook…</source>
        <translation>Wird aus dem Fallbuch gelesen…</translation>
    </message>
    <message>
        <source>No ruling has been entered in the casebook yet.</source>
        <translation>Noch wurde kein Urteil im Fallbuch eingetragen.</translation>
    </message>
    <message>
        <source>The one ruling there is would come out the same.</source>
        <translation>Das eine Urteil, das es gibt, fiele gleich aus.</translation>
    </message>
    <message>
        <source>The one ruling there is would come out otherwise.</source>
        <translation>Das eine Urteil, das es gibt, fiele anders aus.</translation>
    </message>
    <message>
        <source>None of %1 rulings would come out otherwise.</source>
        <translation>Keines von %1 Urteilen fiele anders aus.</translation>
    </message>
    <message>
        <source>%1 of %2 rulings would come out otherwise: %3 graver, %4 milder.</source>
        <translation>%1 von %2 Urteilen fielen anders aus: %3 schwerer, %4 milder.</translation>
    </message>
    <message>
        <source>Older ones were not tried.</source>
        <translation>Ältere wurden nicht versucht.</translation>
    </message>
    <message>
        <source>%1, %2
%3 → %4</source>
        <translation>%1, %2
%3 → %4</translation>
    </message>
    <message>
        <source>The drive is being assessed already.</source>
        <translation>Das Laufwerk wird schon begutachtet.</translation>
    </message>
    <message>
        <source>Assessed: %1</source>
        <translation>Begutachtet: %1</translation>
    </message>
    <message>
        <source>The drive could not be asked.</source>
        <translation>Das Laufwerk ließ sich nicht fragen.</translation>
    </message>
    <message>
        <source>The drive keeps no log of its tests.</source>
        <translation>Das Laufwerk führt kein Protokoll seiner Tests.</translation>
    </message>
    <message>
        <source>Being refreshed: %1</source>
        <translation>Wird aufgefrischt: %1</translation>
    </message>
    <message>
        <source>Being treated: %1 of %2</source>
        <translation>Wird behandelt: %1 von %2</translation>
    </message>
    <message>
        <source>Testing itself</source>
        <translation>Testet sich selbst</translation>
    </message>
    <message>
        <source>Save the data first</source>
        <translation>Erst die Daten sichern</translation>
    </message>
    <message>
        <source>Vitals: go gently</source>
        <translation>Behutsam weiter</translation>
    </message>
    <message>
        <source>Vitals: go on</source>
        <translation>Vitalwerte: weiter</translation>
    </message>
    <message>
        <source>New in the rack</source>
        <translation>Neu im Gestell</translation>
    </message>
    <message>
        <source>In use</source>
        <translation>In Gebrauch</translation>
    </message>
    <message>
        <source>Replaying</source>
        <translation>Wiedergabe</translation>
    </message>
    <message>
        <source>Could not be opened</source>
        <translation>Ließ sich nicht öffnen</translation>
    </message>
    <message>
        <source>Opening</source>
        <translation>Wird geöffnet</translation>
    </message>
    <message>
        <source>Measuring its pace</source>
        <translation>Tempo wird gemessen</translation>
    </message>
    <message>
        <source>No answer for %1</source>
        <translation>Seit %1 keine Antwort</translation>
    </message>
    <message>
        <source>Asks: a rule is met</source>
        <translation>Fragt: eine Regel trifft zu</translation>
    </message>
    <message>
        <source>Paused</source>
        <translation>Angehalten</translation>
    </message>
    <message>
        <source>Cooling down</source>
        <translation>Kühlt ab</translation>
    </message>
    <message>
        <source>Treating what it found</source>
        <translation>Behandelt, was es fand</translation>
    </message>
    <message>
        <source>Cannot save: waits</source>
        <translation>Kann nicht sichern: wartet</translation>
    </message>
    <message>
        <source>Writing the image</source>
        <translation>Schreibt das Abbild</translation>
    </message>
    <message>
        <source>Measuring defects again</source>
        <translation>Mängel werden nachgemessen</translation>
    </message>
    <message>
        <source>%1 left</source>
        <translation>noch %1</translation>
    </message>
    <message>
        <source>Scanning</source>
        <translation>Wird gelesen</translation>
    </message>
    <message>
        <source>Read to the end</source>
        <translation>Bis zum Ende gelesen</translation>
    </message>
    <message>
        <source>Treated, reads well now</source>
        <translation>Behandelt, liest jetzt gut</translation>
    </message>
    <message>
        <source>Unreadable sectors</source>
        <translation>Unlesbare Sektoren</translation>
    </message>
    <message>
        <source>Stopped</source>
        <translation>Beendet</translation>
    </message>
    <message>
        <source>Stopped by its rule</source>
        <translation>Von seiner Regel beendet</translation>
    </message>
    <message>
        <source>Went away</source>
        <translation>Ist verschwunden</translation>
    </message>
    <message>
        <source>Stopped answering</source>
        <translation>Antwortet nicht mehr</translation>
    </message>
    <message>
        <source>Became shorter</source>
        <translation>Ist kürzer geworden</translation>
    </message>
    <message>
        <source>Link faults</source>
        <translation>Übertragungsfehler</translation>
    </message>
    <message>
        <source>Command refused</source>
        <translation>Befehl abgelehnt</translation>
    </message>
    <message>
        <source>Locked</source>
        <translation>Gesperrt</translation>
    </message>
    <message>
        <source>Verify not believed</source>
        <translation>Prüfen unglaubwürdig</translation>
    </message>
    <message>
        <source>Reader ended</source>
        <translation>Leseprozess beendet</translation>
    </message>
    <message>
        <source>Another drive</source>
        <translation>Anderes Laufwerk</translation>
    </message>
    <message>
        <source>Stopped by the gate</source>
        <translation>Von der Schranke beendet</translation>
    </message>
    <message>
        <source>First say whether the data on this drive exists elsewhere.</source>
        <translation>Sagen Sie zuerst, ob es die Daten dieses Laufwerks noch anderswo gibt.</translation>
    </message>
    <message>
        <source>A scan of this drive is running.</source>
        <translation>Ein Scan dieses Laufwerks läuft.</translation>
    </message>
    <message>
        <source>This drive is being refreshed.</source>
        <translation>Dieses Laufwerk wird aufgefrischt.</translation>
    </message>
    <message>
        <source>This drive is being treated.</source>
        <translation>Dieses Laufwerk wird behandelt.</translation>
    </message>
    <message>
        <source>This drive is not attached; only its saved scan is open.</source>
        <translation>Dieses Laufwerk ist nicht angeschlossen; nur sein gespeicherter Scan ist offen.</translation>
    </message>
    <message>
        <source>Reading the surface of %1</source>
        <translation>Liest die Oberfläche von %1</translation>
    </message>
    <message>
        <source>%1, serial %2, %3. %4</source>
        <translation>%1, Seriennummer %2, %3. %4</translation>
    </message>
    <message>
        <source>the casebook</source>
        <translation>dem Fallbuch</translation>
    </message>
    <message>
        <source>Rack: the drives attached now</source>
        <translation>Gestell: die jetzt angeschlossenen Laufwerke</translation>
    </message>
    <message>
        <source>&amp;Start</source>
        <translation>&amp;Beginnen</translation>
    </message>
    <message>
        <source>Start the scan (F5)</source>
        <translation>Den Scan beginnen (F5)</translation>
    </message>
    <message>
        <source>&amp;Go on</source>
        <translation>&amp;Weiter</translation>
    </message>
    <message>
        <source>Go on where this scan was broken off; what was read is not read again (F9)</source>
        <translation>Weiter, wo dieser Scan abgebrochen wurde; Gelesenes wird nicht noch einmal gelesen (F9)</translation>
    </message>
    <message>
        <source>&amp;Pause</source>
        <translation>&amp;Anhalten</translation>
    </message>
    <message>
        <source>Pause or resume (F6)</source>
        <translation>Anhalten oder weitermachen (F6)</translation>
    </message>
    <message>
        <source>S&amp;top</source>
        <translation>Been&amp;den</translation>
    </message>
    <message>
        <source>End the scan; what was read is kept (F7)</source>
        <translation>Den Scan beenden; was gelesen wurde, bleibt (F7)</translation>
    </message>
    <message>
        <source>Repla&amp;y</source>
        <translation>Wieder&amp;gabe</translation>
    </message>
    <message>
        <source>Play this scan once more, in seconds (F10)</source>
        <translation>Diesen Scan in Sekunden noch einmal abspielen (F10)</translation>
    </message>
    <message>
        <source>P&amp;lan…</source>
        <translation>P&amp;lan…</translation>
    </message>
    <message>
        <source>Span, block size and rules (Ctrl+L)</source>
        <translation>Bereich, Blockgröße und Regeln (Strg+L)</translation>
    </message>
    <message>
        <source>Save t&amp;o…</source>
        <translation>Si&amp;chern in…</translation>
    </message>
    <message>
        <source>Save what is read in an image, in the same pass</source>
        <translation>Was gelesen wird, im selben Durchgang in einem Abbild sichern</translation>
    </message>
    <message>
        <source>&amp;Export…</source>
        <translation>&amp;Exportieren…</translation>
    </message>
    <message>
        <source>Scan, ledger, report or picture (Ctrl+E)</source>
        <translation>Scan, Mängelliste, Bericht oder Bild (Strg+E)</translation>
    </message>
    <message>
        <source>&amp;Yes, saved</source>
        <translation>&amp;Ja, gesichert</translation>
    </message>
    <message>
        <source>&amp;No</source>
        <translation>&amp;Nein</translation>
    </message>
    <message>
        <source>Not &amp;known</source>
        <translation>Nicht be&amp;kannt</translation>
    </message>
    <message>
        <source>Does the data on this drive exist elsewhere? %1</source>
        <translation>Gibt es die Daten dieses Laufwerks noch anderswo? %1</translation>
    </message>
    <message>
        <source>&amp;Scan again</source>
        <translation>&amp;Noch einmal lesen</translation>
    </message>
    <message>
        <source>&amp;Resume</source>
        <translation>Wei&amp;ter</translation>
    </message>
    <message>
        <source>P&amp;roposed plan</source>
        <translation>&amp;Vorgeschlagener Plan</translation>
    </message>
    <message>
        <source>Plai&amp;n plan</source>
        <translation>Einf&amp;acher Plan</translation>
    </message>
    <message>
        <source>Back to the plan that is proposed (Ctrl+Shift+L)</source>
        <translation>Zurück zum vorgeschlagenen Plan (Strg+Umschalt+L)</translation>
    </message>
    <message>
        <source>The whole drive, forward, instead (Ctrl+Shift+L)</source>
        <translation>Stattdessen das ganze Laufwerk, vorwärts (Strg+Umschalt+L)</translation>
    </message>
    <message>
        <source>End repla&amp;y</source>
        <translation>Wieder&amp;gabe beenden</translation>
    </message>
    <message>
        <source>Does the data on this drive exist elsewhere?</source>
        <translation>Gibt es die Daten dieses Laufwerks noch anderswo?</translation>
    </message>
    <message>
        <source>Answers as they come</source>
        <translation>Antworten, wie sie kommen</translation>
    </message>
    <message>
        <source>0.1 ms</source>
        <translation>0,1 ms</translation>
    </message>
    <message>
        <source>1 ms</source>
        <translation>1 ms</translation>
    </message>
    <message>
        <source>10 ms</source>
        <translation>10 ms</translation>
    </message>
    <message>
        <source>100 ms</source>
        <translation>100 ms</translation>
    </message>
    <message>
        <source>1 s</source>
        <translation>1 s</translation>
    </message>
    <message>
        <source>10 s</source>
        <translation>10 s</translation>
    </message>
    <message>
        <source>%1 %2 late</source>
        <translation>%1 %2 verspätet</translation>
    </message>
    <message>
        <source>LBA %1  ·  %2</source>
        <translation>LBA %1  ·  %2</translation>
    </message>
    <message>
        <source>, %1 %2 late</source>
        <translation>, %1 %2 verspätet</translation>
    </message>
    <message>
        <source>nothing stored</source>
        <translation>nichts gespeichert</translation>
    </message>
    <message>
        <source>not graded</source>
        <translation>nicht eingestuft</translation>
    </message>
    <message>
        <source>slowest of %1 blocks, %2 of them late</source>
        <translation>die langsamste von %1 Blöcken, davon %2 verspätet</translation>
    </message>
    <message>
        <source>slowest of %1 blocks</source>
        <translation>die langsamste von %1 Blöcken</translation>
    </message>
    <message>
        <source>no answer for %1 at LBA %2</source>
        <translation>seit %1 keine Antwort bei LBA %2</translation>
    </message>
    <message>
        <source>latest %1  ·  slowest %2 at LBA %3</source>
        <translation>letzte %1  ·  langsamste %2 bei LBA %3</translation>
    </message>
    <message>
        <source>%1. Space holds it still, arrow keys go from answer to answer, N and P to the next and previous late one, Enter shows it on the plate.</source>
        <translation>%1. Die Leertaste hält das Bild an, Pfeiltasten gehen von Antwort zu Antwort, N und P zur nächsten und vorigen verspäteten, Enter zeigt sie auf der Fläche.</translation>
    </message>
    <message>
        <source>%1, %2 %3. %4</source>
        <translation>%1, %2 %3. %4</translation>
    </message>
    <message>
        <source>How late blocks answer</source>
        <translation>Wie verspätet Blöcke antworten</translation>
    </message>
    <message>
        <source>on time</source>
        <translation>pünktlich</translation>
    </message>
    <message>
        <source>%1 of %2 blocks on time</source>
        <translation>%1 von %2 Blöcken pünktlich</translation>
    </message>
    <message>
        <source>Sorted by this with a click, or by the key %1; the other way round with another</source>
        <translation>Mit einem Klick danach geordnet, oder mit der Taste %1; mit einem weiteren andersherum</translation>
    </message>
    <message>
        <source>Any grade</source>
        <translation>Jede Stufe</translation>
    </message>
    <message>
        <source>List defects of that grade</source>
        <translation>Mängel dieser Stufe aufführen</translation>
    </message>
    <message>
        <source>Any standing</source>
        <translation>Jeder Stand</translation>
    </message>
    <message>
        <source>List defects of that standing</source>
        <translation>Mängel dieses Standes aufführen</translation>
    </message>
    <message>
        <source>Any patch</source>
        <translation>Jeder Fleck</translation>
    </message>
    <message>
        <source>List defects of that patch</source>
        <translation>Mängel dieses Flecks aufführen</translation>
    </message>
    <message>
        <source>Ledger: the defects</source>
        <translation>Mängelliste</translation>
    </message>
    <message>
        <source>No defects so far: blocks that are laboured or worse are listed here.</source>
        <translation>Bisher keine Mängel: Blöcke, die mühsam oder schlimmer sind, stehen hier.</translation>
    </message>
    <message>
        <source>None of the %n defects is one of these.</source>
        <translation>Keiner der %n Mängel gehört dazu.</translation>
    </message>
    <message>
        <source>Patch %1</source>
        <translation>Fleck %1</translation>
    </message>
    <message>
        <source>unreadable sectors</source>
        <translation>unlesbare Sektoren</translation>
    </message>
    <message>
        <source>unreadable patches</source>
        <translation>unlesbare Flecken</translation>
    </message>
    <message>
        <source>sectors in one patch</source>
        <translation>Sektoren in einem Fleck</translation>
    </message>
    <message>
        <source>stalls</source>
        <translation>Stillstände</translation>
    </message>
    <message>
        <source>minutes</source>
        <translation>Minuten</translation>
    </message>
    <message>
        <source>°C, cools down</source>
        <translation>°C, kühlt ab</translation>
    </message>
    <message>
        <source>vitals are damning</source>
        <translation>Vitalwerte vernichtend</translation>
    </message>
    <message>
        <source>Save what is read to</source>
        <translation>Gelesenes sichern in</translation>
    </message>
    <message>
        <source>Images (*.img)</source>
        <translation>Abbilder (*.img)</translation>
    </message>
    <message>
        <source>Plan of the next scan</source>
        <translation>Plan des nächsten Scans</translation>
    </message>
    <message>
        <source>read: the data crosses the cable</source>
        <translation>Lesen: die Daten gehen über das Kabel</translation>
    </message>
    <message>
        <source>verify: the drive reads, the data stays inside</source>
        <translation>Prüfen: das Laufwerk liest, die Daten bleiben darin</translation>
    </message>
    <message>
        <source>as below</source>
        <translation>wie unten</translation>
    </message>
    <message>
        <source>forward</source>
        <translation>vorwärts</translation>
    </message>
    <message>
        <source>backward</source>
        <translation>rückwärts</translation>
    </message>
    <message>
        <source>suspects first, then forward</source>
        <translation>Verdächtiges zuerst, dann vorwärts</translation>
    </message>
    <message>
        <source>sweep: the heads move for every block</source>
        <translation>Pendeln: die Köpfe fahren für jeden Block</translation>
    </message>
    <message>
        <source>sample: blocks drawn at random</source>
        <translation>Stichprobe: zufällig gezogene Blöcke</translation>
    </message>
    <message>
        <source>carefully: the worst places last (for sick drives)</source>
        <translation>behutsam: die schlimmsten Stellen zuletzt (für kranke Laufwerke)</translation>
    </message>
    <message>
        <source> % of the span</source>
        <translation> % des Bereichs</translation>
    </message>
    <message>
        <source> blocks</source>
        <translation> Blöcke</translation>
    </message>
    <message>
        <source>the whole drive, or as 0..2047, 500GB..1TB, 40%..60%</source>
        <translation>das ganze Laufwerk, oder etwa 0..2047, 500GB..1TB, 40%..60%</translation>
    </message>
    <message>
        <source>P&amp;laces</source>
        <translation>St&amp;ellen</translation>
    </message>
    <message>
        <source>an image file on another drive; empty: nothing is saved</source>
        <translation>ein Abbild auf einem anderen Laufwerk; leer: nichts wird gesichert</translation>
    </message>
    <message>
        <source>chosen to suit the drive</source>
        <translation>passend zum Laufwerk gewählt</translation>
    </message>
    <message>
        <source>%1 sectors (%2 KiB)</source>
        <translation>%1 Sektoren (%2 KiB)</translation>
    </message>
    <message>
        <source> s</source>
        <translation> s</translation>
    </message>
    <message>
        <source> MiB on either side</source>
        <translation> MiB auf jeder Seite</translation>
    </message>
    <message>
        <source>in its turn</source>
        <translation>an ihrer Stelle</translation>
    </message>
    <message>
        <source>Where the drive came to a standstill before, so much around it is read last</source>
        <translation>Wo das Laufwerk früher zum Stillstand kam, wird so viel darum herum zuletzt gelesen</translation>
    </message>
    <message>
        <source>ends the scan</source>
        <translation>beendet den Scan</translation>
    </message>
    <message>
        <source>pauses it and asks</source>
        <translation>hält ihn an und fragt</translation>
    </message>
    <message>
        <source>Pla&amp;n</source>
        <translation>Pla&amp;n</translation>
    </message>
    <message>
        <source>&amp;Way</source>
        <translation>&amp;Weise</translation>
    </message>
    <message>
        <source>O&amp;rder</source>
        <translation>&amp;Reihenfolge</translation>
    </message>
    <message>
        <source>S&amp;pan</source>
        <translation>&amp;Bereich</translation>
    </message>
    <message>
        <source>&amp;Choose</source>
        <translation>&amp;Wählen</translation>
    </message>
    <message>
        <source>Sa&amp;ve to</source>
        <translation>Si&amp;chern in</translation>
    </message>
    <message>
        <source>&amp;Block</source>
        <translation>B&amp;lock</translation>
    </message>
    <message>
        <source>S&amp;talled after</source>
        <translation>S&amp;teht nach</translation>
    </message>
    <message>
        <source>Standst&amp;ills last</source>
        <translation>Still&amp;stände zuletzt</translation>
    </message>
    <message>
        <source>At so many</source>
        <translation>Bei so vielen</translation>
    </message>
    <message>
        <source>A r&amp;ule that is met</source>
        <translation>Zutreffende Rege&amp;l</translation>
    </message>
    <message>
        <source>&amp;Use this plan</source>
        <translation>Diesen Plan &amp;verwenden</translation>
    </message>
    <message>
        <source>–</source>
        <translation>–</translation>
    </message>
    <message>
        <source>The whole drive</source>
        <translation>Das ganze Laufwerk</translation>
    </message>
    <message>
        <source>The patches of the scan in view, with %1 around</source>
        <translation>Die Flecken des gezeigten Scans, mit %1 darum herum</translation>
    </message>
    <message>
        <source>Partition %1, %2</source>
        <translation>Partition %1, %2</translation>
    </message>
    <message>
        <source>Expected: %1.</source>
        <translation>Erwartet: %1.</translation>
    </message>
    <message>
        <source>Verify</source>
        <translation>Prüfen</translation>
    </message>
    <message>
        <source>Read</source>
        <translation>Lesen</translation>
    </message>
    <message>
        <source>a block counts as stalled after %1 without an answer</source>
        <translation>ein Block gilt als stehend nach %1 ohne Antwort</translation>
    </message>
    <message>
        <source>%1 parts from %2</source>
        <translation>%1 Teile ab %2</translation>
    </message>
    <message>
        <source>the whole drive</source>
        <translation>das ganze Laufwerk</translation>
    </message>
    <message>
        <source>%1 %2, %3</source>
        <translation>%1 %2, %3</translation>
    </message>
    <message>
        <source>%1, in blocks of %2 sectors</source>
        <translation>%1, in Blöcken von %2 Sektoren</translation>
    </message>
    <message>
        <source>%1; what it finds is treated</source>
        <translation>%1; was gefunden wird, wird behandelt</translation>
    </message>
    <message>
        <source>%1, saving to %2; what it finds is treated</source>
        <translation>%1, gesichert in %2; was gefunden wird, wird behandelt</translation>
    </message>
    <message>
        <source>%1; nothing is written</source>
        <translation>%1; geschrieben wird nichts</translation>
    </message>
    <message>
        <source>%1, saving to %2; nothing is written to the drive</source>
        <translation>%1, gesichert in %2; auf das Laufwerk wird nichts geschrieben</translation>
    </message>
    <message>
        <source>, and the data is not saved</source>
        <translation>, und die Daten sind nicht gesichert</translation>
    </message>
    <message>
        <source>Proposed, as the vitals say: save the data first</source>
        <translation>Vorgeschlagen, weil die Vitalwerte sagen: erst die Daten sichern</translation>
    </message>
    <message>
        <source>Proposed, as it froze in an earlier scan%1</source>
        <translation>Vorgeschlagen, weil es bei einem früheren Scan eingefroren ist%1</translation>
    </message>
    <message>
        <source>Proposed, as an earlier scan found unreadable sectors%1</source>
        <translation>Vorgeschlagen, weil ein früherer Scan unlesbare Sektoren fand%1</translation>
    </message>
    <message>
        <source>Proposed, as the vitals say: go gently%1</source>
        <translation>Vorgeschlagen, weil die Vitalwerte sagen: behutsam weiter%1</translation>
    </message>
    <message>
        <source>Proposed, as one place is suspect</source>
        <translation>Vorgeschlagen, weil eine Stelle verdächtig ist</translation>
    </message>
    <message>
        <source>Proposed, as %1 places are suspect</source>
        <translation>Vorgeschlagen, weil %1 Stellen verdächtig sind</translation>
    </message>
    <message>
        <source>about %1, measured once begun</source>
        <translation>etwa %1, genauer nach dem Beginn</translation>
    </message>
    <message>
        <source>less than two minutes</source>
        <translation>weniger als zwei Minuten</translation>
    </message>
    <message>
        <source>%1 to %2, measured once begun</source>
        <translation>%1 bis %2, genauer nach dem Beginn</translation>
    </message>
    <message>
        <source>Stopping</source>
        <translation>Wird beendet</translation>
    </message>
    <message>
        <source>What was read is kept.</source>
        <translation>Was gelesen wurde, bleibt.</translation>
    </message>
    <message>
        <source>The drive has not answered for %1</source>
        <translation>Das Laufwerk antwortet seit %1 nicht</translation>
    </message>
    <message>
        <source>Nothing more is sent to it until it does. Stop works at any time; what was read is kept.</source>
        <translation>Bis es antwortet, wird ihm nichts mehr geschickt. Beenden geht jederzeit; was gelesen wurde, bleibt.</translation>
    </message>
    <message>
        <source>A rule of the plan is met: %1</source>
        <translation>Eine Regel des Plans trifft zu: %1</translation>
    </message>
    <message>
        <source>The drive is left in peace. Resume goes on without this rule; stop keeps what was read.</source>
        <translation>Das Laufwerk hat Ruhe. Weiter liest ohne diese Regel; Beenden behält, was gelesen wurde.</translation>
    </message>
    <message>
        <source>Waiting for the drive to cool down</source>
        <translation>Wartet, bis das Laufwerk abgekühlt ist</translation>
    </message>
    <message>
        <source>It was %1 °C at the last look. It goes on by itself.</source>
        <translation>Zuletzt waren es %1 °C. Es geht von selbst weiter.</translation>
    </message>
    <message>
        <source>Reading waits: the image cannot be written</source>
        <translation>Das Lesen wartet: das Abbild lässt sich nicht schreiben</translation>
    </message>
    <message>
        <source>%1. It goes on by itself once there is room or the place answers · %2</source>
        <translation>%1. Es geht von selbst weiter, sobald Platz ist oder der Ort antwortet · %2</translation>
    </message>
    <message>
        <source>%1 to go.</source>
        <translation>noch %1.</translation>
    </message>
    <message>
        <source>Writing to %1: treating what was found</source>
        <translation>Schreibt auf %1: Gefundenes wird behandelt</translation>
    </message>
    <message>
        <source>Reading waits meanwhile. Stop works after the write that is under way.</source>
        <translation>Das Lesen wartet so lange. Beenden wirkt nach dem laufenden Schreiben.</translation>
    </message>
    <message>
        <source>Measuring defects again, from the medium</source>
        <translation>Mängel werden vom Medium nachgemessen</translation>
    </message>
    <message>
        <source>%1 to go: what was slow or unreadable once, and whether it is so again.</source>
        <translation>Noch %1: was einmal langsam oder unlesbar war, und ob es das wieder ist.</translation>
    </message>
    <message>
        <source>The drive is left in peace. Resume goes on at LBA %1.</source>
        <translation>Das Laufwerk hat Ruhe. Weiter liest ab LBA %1.</translation>
    </message>
    <message>
        <source>Pausing</source>
        <translation>Wird angehalten</translation>
    </message>
    <message>
        <source>As soon as the drive has answered the command it is working on.</source>
        <translation>Sobald das Laufwerk den Befehl beantwortet hat, an dem es arbeitet.</translation>
    </message>
    <message>
        <source>Opening the drive</source>
        <translation>Das Laufwerk wird geöffnet</translation>
    </message>
    <message>
        <source>Waiting for it to say who it is.</source>
        <translation>Wartet, bis es sagt, wer es ist.</translation>
    </message>
    <message>
        <source>Measuring the pace across the drive</source>
        <translation>Das Tempo über das Laufwerk wird gemessen</translation>
    </message>
    <message>
        <source>A few short reads, so that the time left can be estimated.</source>
        <translation>Ein paar kurze Lesungen, um die Restzeit zu schätzen.</translation>
    </message>
    <message>
        <source>Not being kept on disk: %1</source>
        <translation>Wird nicht auf Platte behalten: %1</translation>
    </message>
    <message>
        <source>looking for the exact sectors · </source>
        <translation>die genauen Sektoren werden gesucht · </translation>
    </message>
    <message>
        <source>Writes to %1</source>
        <translation>Schreibt auf %1</translation>
    </message>
    <message>
        <source>Replaying the scan of %1</source>
        <translation>Wiedergabe des Scans vom %1</translation>
    </message>
    <message>
        <source>%1 of its %2. Nothing is sent to the drive.</source>
        <translation>%1 von %2. Dem Laufwerk wird nichts geschickt.</translation>
    </message>
    <message>
        <source>Nothing was scanned</source>
        <translation>Nichts wurde gelesen</translation>
    </message>
    <message>
        <source>Fix the cause, then start again.</source>
        <translation>Beheben Sie die Ursache und beginnen Sie dann noch einmal.</translation>
    </message>
    <message>
        <source>Opened from a file</source>
        <translation>Aus einer Datei geöffnet</translation>
    </message>
    <message>
        <source>Being saved</source>
        <translation>Wird behalten</translation>
    </message>
    <message>
        <source>Kept in %1</source>
        <translation>Behalten in %1</translation>
    </message>
    <message>
        <source> · going on saves to %1</source>
        <translation> · beim Weitermachen gesichert in %1</translation>
    </message>
    <message>
        <source>Plate: the surface map</source>
        <translation>Fläche: die Karte der Oberfläche</translation>
    </message>
    <message>
        <source>the drive itself lists this place</source>
        <translation>das Laufwerk selbst nennt diese Stelle</translation>
    </message>
    <message>
        <source>the drive itself lists %1 places here</source>
        <translation>das Laufwerk selbst nennt hier %1 Stellen</translation>
    </message>
    <message>
        <source>nothing seems to be stored here</source>
        <translation>hier scheint nichts gespeichert zu sein</translation>
    </message>
    <message>
        <source>the drive answers without its medium: not vouched for</source>
        <translation>das Laufwerk antwortet ohne sein Medium: dafür wird nicht gebürgt</translation>
    </message>
    <message>
        <source>read in %1</source>
        <translation>gelesen in %1</translation>
    </message>
    <message>
        <source>nothing to compare that with: not graded</source>
        <translation>nichts zum Vergleichen: nicht eingestuft</translation>
    </message>
    <message>
        <source>not read yet</source>
        <translation>noch nicht gelesen</translation>
    </message>
    <message>
        <source>%1: %2 of %3 blocks</source>
        <translation>%1: %2 von %3 Blöcken</translation>
    </message>
    <message>
        <source>1 sector unreadable</source>
        <translation>1 Sektor unlesbar</translation>
    </message>
    <message>
        <source>%1 sectors unreadable</source>
        <translation>%1 Sektoren unlesbar</translation>
    </message>
    <message>
        <source>not among the unreadable sectors of its block</source>
        <translation>nicht unter den unlesbaren Sektoren seines Blocks</translation>
    </message>
    <message>
        <source>its block took %1</source>
        <translation>sein Block brauchte %1</translation>
    </message>
    <message>
        <source>answered in %1</source>
        <translation>beantwortet in %1</translation>
    </message>
    <message>
        <source>slowest answer %1</source>
        <translation>langsamste Antwort %1</translation>
    </message>
    <message>
        <source>treated: %1</source>
        <translation>behandelt: %1</translation>
    </message>
    <message>
        <source>Copy</source>
        <translation>Kopieren</translation>
    </message>
    <message>
        <source>Scan this span again</source>
        <translation>Diesen Bereich noch einmal lesen</translation>
    </message>
    <message>
        <source>Treat this span…</source>
        <translation>Diesen Bereich behandeln…</translation>
    </message>
    <message>
        <source>Show the whole scan</source>
        <translation>Den ganzen Scan zeigen</translation>
    </message>
    <message>
        <source>Nothing selected. Arrow keys select, plus and minus zoom, N and P go to the next and previous defect.</source>
        <translation>Nichts gewählt. Pfeiltasten wählen, Plus und Minus zoomen, N und P gehen zum nächsten und vorigen Mangel.</translation>
    </message>
    <message>
        <source>Progress</source>
        <translation>Fortschritt</translation>
    </message>
    <message>
        <source>vouched for</source>
        <translation>verbürgt</translation>
    </message>
    <message>
        <source>elapsed</source>
        <translation>vergangen</translation>
    </message>
    <message>
        <source>no answer for</source>
        <translation>keine Antwort seit</translation>
    </message>
    <message>
        <source>time left</source>
        <translation>Restzeit</translation>
    </message>
    <message>
        <source>measuring</source>
        <translation>wird gemessen</translation>
    </message>
    <message>
        <source>pace now</source>
        <translation>Tempo jetzt</translation>
    </message>
    <message>
        <source>average</source>
        <translation>im Mittel</translation>
    </message>
    <message>
        <source>to measure again</source>
        <translation>nachzumessen</translation>
    </message>
    <message>
        <source>disturbed, not counted</source>
        <translation>gestört, nicht gezählt</translation>
    </message>
    <message>
        <source>saved</source>
        <translation>gesichert</translation>
    </message>
    <message>
        <source>not stored</source>
        <translation>nicht gespeichert</translation>
    </message>
    <message>
        <source>at LBA</source>
        <translation>bei LBA</translation>
    </message>
    <message>
        <source>of the plan</source>
        <translation>des Plans</translation>
    </message>
    <message>
        <source>Whole drive</source>
        <translation>Ganzes Laufwerk</translation>
    </message>
    <message>
        <source>&amp;Copy</source>
        <translation>&amp;Kopieren</translation>
    </message>
    <message>
        <source>Copy the sectors selected (Ctrl+C)</source>
        <translation>Die gewählten Sektoren kopieren (Strg+C)</translation>
    </message>
    <message>
        <source>Scan it a&amp;gain</source>
        <translation>&amp;Nochmals lesen</translation>
    </message>
    <message>
        <source>Read just the selected span (Ctrl+R)</source>
        <translation>Nur den gewählten Bereich lesen (Strg+R)</translation>
    </message>
    <message>
        <source>Trea&amp;t it…</source>
        <translation>Behan&amp;deln…</translation>
    </message>
    <message>
        <source>Bring its bad sectors back, at Treat (Ctrl+Shift+T)</source>
        <translation>Seine schlechten Sektoren zurückholen, beim Behandeln (Strg+Umschalt+T)</translation>
    </message>
    <message>
        <source>Sho&amp;w all</source>
        <translation>&amp;Ganzes zeigen</translation>
    </message>
    <message>
        <source>All of the plate in view (Home)</source>
        <translation>Die ganze Fläche in den Blick (Pos1)</translation>
    </message>
    <message>
        <source>&amp;Hold still</source>
        <translation>An&amp;halten</translation>
    </message>
    <message>
        <source>Look at these answers while the scan goes on (Space)</source>
        <translation>Diese Antworten ansehen, während der Scan weitergeht (Leertaste)</translation>
    </message>
    <message>
        <source>Answers and pace</source>
        <translation>Antworten und Tempo</translation>
    </message>
    <message>
        <source>Ledger</source>
        <translation>Mängelliste</translation>
    </message>
    <message>
        <source>Scan in view</source>
        <translation>Gezeigter Scan</translation>
    </message>
    <message>
        <source>Start the scan</source>
        <translation>Den Scan beginnen</translation>
    </message>
    <message>
        <source>Pause, or resume</source>
        <translation>Anhalten oder weitermachen</translation>
    </message>
    <message>
        <source>Stop</source>
        <translation>Beenden</translation>
    </message>
    <message>
        <source>Go on where the scan was broken off</source>
        <translation>Abgebrochenen Scan fortsetzen</translation>
    </message>
    <message>
        <source>Replay the scan, or end the replay</source>
        <translation>Scan wiedergeben oder damit aufhören</translation>
    </message>
    <message>
        <source>Plan what is scanned, and how</source>
        <translation>Planen, was gelesen wird und wie</translation>
    </message>
    <message>
        <source>Plain plan, or the one proposed</source>
        <translation>Einfacher Plan oder der vorgeschlagene</translation>
    </message>
    <message>
        <source>Save what is read in an image</source>
        <translation>Gelesenes in einem Abbild sichern</translation>
    </message>
    <message>
        <source>Export the scan in view</source>
        <translation>Den gezeigten Scan exportieren</translation>
    </message>
    <message>
        <source>Scan the selected span</source>
        <translation>Den gewählten Bereich lesen</translation>
    </message>
    <message>
        <source>Treat the selected span</source>
        <translation>Den gewählten Bereich behandeln</translation>
    </message>
    <message>
        <source>Copy the selected sectors</source>
        <translation>Die gewählten Sektoren kopieren</translation>
    </message>
    <message>
        <source>Go to the tape: what happened</source>
        <translation>Zur Mitschrift: was geschah</translation>
    </message>
    <message>
        <source>Go to the ledger: the defects</source>
        <translation>Zur Mängelliste</translation>
    </message>
    <message>
        <source>Go to the answers as they come</source>
        <translation>Zu den Antworten, wie sie kommen</translation>
    </message>
    <message>
        <source>Go to the plate</source>
        <translation>Zur Fläche</translation>
    </message>
    <message>
        <source>arrows</source>
        <translation>Pfeile</translation>
    </message>
    <message>
        <source>select</source>
        <translation>wählen</translation>
    </message>
    <message>
        <source>Shift+arrows</source>
        <translation>Umschalt+Pfeile</translation>
    </message>
    <message>
        <source>extend the selection</source>
        <translation>die Auswahl erweitern</translation>
    </message>
    <message>
        <source>Esc</source>
        <translation>Esc</translation>
    </message>
    <message>
        <source>select nothing</source>
        <translation>nichts wählen</translation>
    </message>
    <message>
        <source>N, P</source>
        <translation>N, P</translation>
    </message>
    <message>
        <source>next, previous defect</source>
        <translation>nächster, voriger Mangel</translation>
    </message>
    <message>
        <source>+, −</source>
        <translation>+, −</translation>
    </message>
    <message>
        <source>zoom</source>
        <translation>zoomen</translation>
    </message>
    <message>
        <source>Home</source>
        <translation>Pos1</translation>
    </message>
    <message>
        <source>the whole scan; the newest answer</source>
        <translation>der ganze Scan; die neueste Antwort</translation>
    </message>
    <message>
        <source>Space</source>
        <translation>Leertaste</translation>
    </message>
    <message>
        <source>hold the answers still, go on</source>
        <translation>die Antworten anhalten, weiter</translation>
    </message>
    <message>
        <source>show the place of an answer</source>
        <translation>die Stelle einer Antwort zeigen</translation>
    </message>
    <message>
        <source>One answer after the other, and the whole scan by place (Ctrl+3)</source>
        <translation>Eine Antwort nach der anderen, und der ganze Scan nach Ort (Strg+3)</translation>
    </message>
    <message>
        <source>The defects, as a table (Ctrl+2)</source>
        <translation>Die Mängel als Tabelle (Strg+2)</translation>
    </message>
    <message>
        <source>&amp;Held: go on</source>
        <translation>&amp;Angehalten: weiter</translation>
    </message>
    <message>
        <source>Running judgement</source>
        <translation>Laufendes Urteil</translation>
    </message>
    <message>
        <source>Blocks by lateness, in %1 (log scale)</source>
        <translation>Blöcke nach Verspätung, in %1 (logarithmisch)</translation>
    </message>
    <message>
        <source>Choose a drive in the rack, or open a device, an image file or a saved scan (Ctrl+O).</source>
        <translation>Wählen Sie ein Laufwerk im Gestell oder öffnen Sie ein Gerät, ein Abbild oder einen gespeicherten Scan (Strg+O).</translation>
    </message>
    <message>
        <source>&lt;p style=&apos;font-size:17px&apos;&gt;The scan could not begin&lt;/p&gt;&lt;p&gt;%1&lt;/p&gt;&lt;p&gt;%2&lt;/p&gt;</source>
        <translation>&lt;p style=&apos;font-size:17px&apos;&gt;Der Scan konnte nicht beginnen&lt;/p&gt;&lt;p&gt;%1&lt;/p&gt;&lt;p&gt;%2&lt;/p&gt;</translation>
    </message>
    <message>
        <source>Opening the drive…</source>
        <translation>Das Laufwerk wird geöffnet…</translation>
    </message>
    <message>
        <source>&lt;p&gt;The drive itself lists %1 places, the first at LBA %2. They are marked on the plate; the plan can begin with them.&lt;/p&gt;</source>
        <translation>&lt;p&gt;Das Laufwerk selbst nennt %1 Stellen, die erste bei LBA %2. Sie sind auf der Fläche markiert; der Plan kann mit ihnen beginnen.&lt;/p&gt;</translation>
    </message>
    <message>
        <source>&lt;p style=&apos;font-size:17px&apos;&gt;Nothing has been read from this drive yet&lt;/p&gt;&lt;p&gt;%1&lt;/p&gt;&lt;p&gt;The whole surface will appear here, block by block. Reading never writes.&lt;/p&gt;</source>
        <translation>&lt;p style=&apos;font-size:17px&apos;&gt;Von diesem Laufwerk wurde noch nichts gelesen&lt;/p&gt;&lt;p&gt;%1&lt;/p&gt;&lt;p&gt;Die ganze Oberfläche wird hier erscheinen, Block für Block. Lesen schreibt nie.&lt;/p&gt;</translation>
    </message>
    <message>
        <source>Nothing selected: click or drag on the plate, wheel to zoom</source>
        <translation>Nichts gewählt: klicken oder ziehen Sie auf der Fläche, zoomen Sie mit dem Rad</translation>
    </message>
    <message>
        <source>Nothing has been read yet: nothing can be said.</source>
        <translation>Noch nichts gelesen: nichts lässt sich sagen.</translation>
    </message>
    <message>
        <source>Ledger · %1</source>
        <translation>Mängelliste · %1</translation>
    </message>
    <message>
        <source>Copied %1</source>
        <translation>%1 kopiert</translation>
    </message>
    <message>
        <source>Scan, to open again (*.json)</source>
        <translation>Scan, zum Wiederöffnen (*.json)</translation>
    </message>
    <message>
        <source>Ledger of defects (*.csv)</source>
        <translation>Liste der Mängel (*.csv)</translation>
    </message>
    <message>
        <source>Report (*.txt)</source>
        <translation>Bericht (*.txt)</translation>
    </message>
    <message>
        <source>Picture of the plate (*.png)</source>
        <translation>Bild der Fläche (*.png)</translation>
    </message>
    <message>
        <source>%1: %2 blocks</source>
        <translation>%1: %2 Blöcke</translation>
    </message>
    <message>
        <source>Press to let only this grade stand out.</source>
        <translation>Drücken, damit nur diese Stufe hervortritt.</translation>
    </message>
    <message>
        <source>blocks</source>
        <translation>Blöcke</translation>
    </message>
    <message>
        <source>Nothing has happened yet.</source>
        <translation>Noch ist nichts geschehen.</translation>
    </message>
    <message>
        <source>Tape: what happened, in order</source>
        <translation>Mitschrift: was geschah, der Reihe nach</translation>
    </message>
    <message>
        <source>Tape</source>
        <translation>Mitschrift</translation>
    </message>
    <message>
        <source>Trace: pace and slowest answer by position</source>
        <translation>Verlauf: Tempo und langsamste Antwort nach Ort</translation>
    </message>
    <message>
        <source>pace, MB/s</source>
        <translation>Tempo, MB/s</translation>
    </message>
    <message>
        <source>slowest answer, %1 late</source>
        <translation>langsamste Antwort, %1 verspätet</translation>
    </message>
    <message>
        <source>Pace on average %1</source>
        <translation>Tempo im Mittel %1</translation>
    </message>
    <message>
        <source>pace, MB/s; dotted: the scan of %1</source>
        <translation>Tempo, MB/s; gepunktet: der Scan vom %1</translation>
    </message>
    <message>
        <source>What do you want to do?</source>
        <translation>Was möchten Sie tun?</translation>
    </message>
    <message>
        <source>A few letters of it</source>
        <translation>Ein paar Buchstaben davon</translation>
    </message>
    <message>
        <source>Actions that match</source>
        <translation>Passende Handlungen</translation>
    </message>
    <message>
        <source>not possible now</source>
        <translation>jetzt nicht möglich</translation>
    </message>
    <message>
        <source>Orbita</source>
        <translation>Orbita</translation>
    </message>
    <message>
        <source>&amp;Open…</source>
        <translation>Ö&amp;ffnen…</translation>
    </message>
    <message>
        <source>A device, an image file or a saved scan (Ctrl+O)</source>
        <translation>Ein Gerät, ein Abbild oder ein gespeicherter Scan (Strg+O)</translation>
    </message>
    <message>
        <source>Se&amp;ttings</source>
        <translation>&amp;Einstellungen</translation>
    </message>
    <message>
        <source>Shop, policy, colours, times, places (Ctrl+Shift+S)</source>
        <translation>Werkstatt, Hausregeln, Farben, Zeiten, Orte (Strg+Umschalt+S)</translation>
    </message>
    <message>
        <source>Keys</source>
        <translation>Tasten</translation>
    </message>
    <message>
        <source>&amp;Guide</source>
        <translation>&amp;Leitfaden</translation>
    </message>
    <message>
        <source>How the work is done, and what each word means (Shift+F1)</source>
        <translation>Wie die Arbeit geht und was jedes Wort heißt (Umschalt+F1)</translation>
    </message>
    <message>
        <source>&amp;Find</source>
        <translation>S&amp;uchen</translation>
    </message>
    <message>
        <source>Find anything that can be done (Ctrl+K)</source>
        <translation>Alles finden, was sich tun lässt (Strg+K)</translation>
    </message>
    <message>
        <source>What the keys do (F1)</source>
        <translation>Was die Tasten tun (F1)</translation>
    </message>
    <message>
        <source>&amp;Sort</source>
        <translation>&amp;Ordnen</translation>
    </message>
    <message>
        <source>What is most urgent first (Ctrl+Shift+D)</source>
        <translation>Das Dringendste zuerst (Strg+Umschalt+D)</translation>
    </message>
    <message>
        <source>Case&amp;book</source>
        <translation>Fall&amp;buch</translation>
    </message>
    <message>
        <source>Every drive ever seen, its visits, and what changed between them (Ctrl+B)</source>
        <translation>Jedes je gesehene Laufwerk, seine Besuche und was sich dazwischen geändert hat (Strg+B)</translation>
    </message>
    <message>
        <source>S&amp;heet…</source>
        <translation>&amp;Blatt…</translation>
    </message>
    <message>
        <source>What to do with each drive, on one sheet</source>
        <translation>Was mit jedem Laufwerk zu tun ist, auf einem Blatt</translation>
    </message>
    <message>
        <source>Latest message</source>
        <translation>Letzte Meldung</translation>
    </message>
    <message>
        <source>Demonstration rack: simulated
drives, hours played in minutes</source>
        <translation>Vorführgestell: simuliert,
Stunden in Minuten gespielt</translation>
    </message>
    <message>
        <source>Drives are read, never written.</source>
        <translation>Laufwerke werden gelesen, nie beschrieben.</translation>
    </message>
    <message>
        <source>The casebook cannot be written: what is found is gone when Orbita ends. Export what matters.</source>
        <translation>Das Fallbuch lässt sich nicht schreiben: was gefunden wird, ist weg, wenn Orbita endet. Exportieren Sie, was zählt.</translation>
    </message>
    <message>
        <source>Find anything that can be done</source>
        <translation>Alles finden, was sich tun lässt</translation>
    </message>
    <message>
        <source>Read the guide</source>
        <translation>Den Leitfaden lesen</translation>
    </message>
    <message>
        <source>Show what the keys do</source>
        <translation>Zeigen, was die Tasten tun</translation>
    </message>
    <message>
        <source>Assess this drive: a whole visit by itself</source>
        <translation>Laufwerk begutachten, von selbst</translation>
    </message>
    <message>
        <source>All that the drive says it is and can</source>
        <translation>Was das Laufwerk ist und kann</translation>
    </message>
    <message>
        <source>Settings: shop, policy, colours, times, places</source>
        <translation>Einstellungen</translation>
    </message>
    <message>
        <source>Look into the casebook</source>
        <translation>In das Fallbuch sehen</translation>
    </message>
    <message>
        <source>Go to the rack</source>
        <translation>Zum Gestell</translation>
    </message>
    <message>
        <source>Sort the rack: what is most urgent first</source>
        <translation>Gestell ordnen: Dringendes zuerst</translation>
    </message>
    <message>
        <source>Write a sheet of all drives in the rack</source>
        <translation>Ein Blatt aller Laufwerke im Gestell schreiben</translation>
    </message>
    <message>
        <source>Open a device, an image or a saved scan</source>
        <translation>Gerät, Abbild oder Scan öffnen</translation>
    </message>
    <message>
        <source>Light, or dark</source>
        <translation>Hell oder dunkel</translation>
    </message>
    <message>
        <source>Quit</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>%1 visits are older than your settings keep customers: Casebook, Forget customers…</source>
        <translation>%1 Besuche sind älter, als Ihre Einstellungen Kunden behalten: Fallbuch, Kunden vergessen…</translation>
    </message>
    <message>
        <source>All drives in the rack, what is most urgent first: ruling, data, and why</source>
        <translation>Alle Laufwerke im Gestell, das Dringendste zuerst: Urteil, Daten und warum</translation>
    </message>
    <message>
        <source>What to do with each drive</source>
        <translation>Was mit jedem Laufwerk zu tun ist</translation>
    </message>
    <message>
        <source>drives-%1</source>
        <translation>laufwerke-%1</translation>
    </message>
    <message>
        <source>counters and logs: a second or two</source>
        <translation>Zähler und Protokolle: ein, zwei Sekunden</translation>
    </message>
    <message>
        <source>the drive announces %1 min</source>
        <translation>das Laufwerk kündigt %1 min an</translation>
    </message>
    <message>
        <source>as long as the drive announces, often two minutes</source>
        <translation>so lange, wie das Laufwerk ankündigt, oft zwei Minuten</translation>
    </message>
    <message>
        <source>%1 blocks spread over the drive: a minute or so</source>
        <translation>%1 Blöcke über das Laufwerk verteilt: etwa eine Minute</translation>
    </message>
    <message>
        <source>what was found, and what lies around it, once more</source>
        <translation>was gefunden wurde und was darum herum liegt, noch einmal</translation>
    </message>
    <message>
        <source>by the policy in force</source>
        <translation>nach den geltenden Hausregeln</translation>
    </message>
    <message>
        <source>Every drive in the &amp;rack, side by side</source>
        <translation>Jedes Laufwerk im &amp;Gestell, nebeneinander</translation>
    </message>
    <message>
        <source>&amp;Begin</source>
        <translation>&amp;Beginnen</translation>
    </message>
    <message>
        <source>&amp;Stop</source>
        <translation>Been&amp;den</translation>
    </message>
    <message>
        <source>Assess this drive</source>
        <translation>Dieses Laufwerk begutachten</translation>
    </message>
    <message>
        <source>%1, serial %2: gentle steps first, each only if the one before leaves it wise. Nothing is written to the drive; what is found is kept.</source>
        <translation>%1, Seriennummer %2: behutsame Schritte zuerst, jeder nur, wenn der vorige es geraten sein lässt. Auf das Laufwerk wird nichts geschrieben; was gefunden wird, bleibt.</translation>
    </message>
    <message>
        <source>%1 of %2 drives assessed; the rack shows how far each is.</source>
        <translation>%1 von %2 Laufwerken begutachtet; das Gestell zeigt, wie weit jedes ist.</translation>
    </message>
    <message>
        <source>running…</source>
        <translation>läuft…</translation>
    </message>
    <message>
        <source>left out</source>
        <translation>ausgelassen</translation>
    </message>
    <message>
        <source>&amp;Begin again</source>
        <translation>Noch einmal &amp;beginnen</translation>
    </message>
    <message>
        <source>&amp;Stop all</source>
        <translation>Alle been&amp;den</translation>
    </message>
    <message>
        <source>It goes on when this window is closed.</source>
        <translation>Es geht weiter, wenn dieses Fenster geschlossen wird.</translation>
    </message>
    <message>
        <source>Done. Judge (Ctrl+J) shows the ruling with its reasons.</source>
        <translation>Fertig. Urteilen (Strg+J) zeigt das Urteil mit seinen Gründen.</translation>
    </message>
    <message>
        <source>&amp;Assess…</source>
        <translation>&amp;Begutachten…</translation>
    </message>
    <message>
        <source>&amp;Identity…</source>
        <translation>&amp;Identität…</translation>
    </message>
    <message>
        <source>The drive&apos;s temperature when it was last asked</source>
        <translation>Die Temperatur des Laufwerks, als es zuletzt gefragt wurde</translation>
    </message>
    <message>
        <source>Does the data on this drive exist elsewhere? Press to answer anew.</source>
        <translation>Gibt es die Daten dieses Laufwerks noch anderswo? Drücken, um neu zu antworten.</translation>
    </message>
    <message>
        <source>A whole visit by itself, gentle steps first (Ctrl+Shift+A)</source>
        <translation>Ein ganzer Besuch von selbst, behutsame Schritte zuerst (Strg+Umschalt+A)</translation>
    </message>
    <message>
        <source>All that the drive says it is and can, on one sheet (Ctrl+I)</source>
        <translation>Alles, was das Laufwerk ist und kann, auf einem Blatt (Strg+I)</translation>
    </message>
    <message>
        <source>no serial number</source>
        <translation>keine Seriennummer</translation>
    </message>
    <message>
        <source>serial %1</source>
        <translation>Seriennummer %1</translation>
    </message>
    <message>
        <source>In use: timings suffer</source>
        <translation>In Gebrauch: Zeiten leiden</translation>
    </message>
    <message>
        <source>intake vitals</source>
        <translation>intake vitals</translation>
    </message>
    <message>
        <source>Guide</source>
        <translation>Leitfaden</translation>
    </message>
    <message>
        <source>Look for a word</source>
        <translation>Ein Wort suchen</translation>
    </message>
    <message>
        <source>Look for a word in the guide</source>
        <translation>Ein Wort im Leitfaden suchen</translation>
    </message>
    <message>
        <source>Pages of the guide</source>
        <translation>Seiten des Leitfadens</translation>
    </message>
    <message>
        <source>The page</source>
        <translation>Die Seite</translation>
    </message>
    <message>
        <source>Type to search; Enter goes to the next place.</source>
        <translation>Tippen, um zu suchen; Enter geht zur nächsten Stelle.</translation>
    </message>
    <message>
        <source>No page has all of that.</source>
        <translation>Keine Seite hat all das.</translation>
    </message>
    <message>
        <source>On one page.</source>
        <translation>Auf einer Seite.</translation>
    </message>
    <message>
        <source>On %1 pages.</source>
        <translation>Auf %1 Seiten.</translation>
    </message>
    <message>
        <source>&amp;Ask the drive</source>
        <translation>Das Laufwerk &amp;fragen</translation>
    </message>
    <message>
        <source>&amp;Copy all of it</source>
        <translation>Alles &amp;kopieren</translation>
    </message>
    <message>
        <source>What the drive says it is</source>
        <translation>Was das Laufwerk ist, wie es sagt</translation>
    </message>
    <message>
        <source>What the drive says it is and can</source>
        <translation>Was das Laufwerk ist und kann, wie es sagt</translation>
    </message>
    <message>
        <source>%1, serial %2, in its own words. Nothing of it was changed.</source>
        <translation>%1, Seriennummer %2, in seinen eigenen Worten. Nichts davon wurde geändert.</translation>
    </message>
    <message>
        <source>The drive has not been asked yet: this is what the system knows of it. Asking takes a second or two, and changes nothing.</source>
        <translation>Das Laufwerk wurde noch nicht gefragt: das weiß das System davon. Fragen dauert ein, zwei Sekunden und ändert nichts.</translation>
    </message>
    <message>
        <source>a bad one, by the house policy: %1</source>
        <translation>eine schlechte, nach den Hausregeln: %1</translation>
    </message>
    <message>
        <source>In plate, trace, lists and answers</source>
        <translation>In Fläche, Verlauf, Listen und Antworten</translation>
    </message>
    <message>
        <source>Everywhere</source>
        <translation>Überall</translation>
    </message>
    <message>
        <source>Something does not answer: a drive, or the disk that the casebook is on. If you leave now, what was found since the last save is lost. A running scan is saved every 2 seconds for as long as that disk answers, and can be continued later.</source>
        <translation>Etwas antwortet nicht: ein Laufwerk oder die Platte, auf der das Fallbuch liegt. Wenn Sie jetzt gehen, ist verloren, was seit dem letzten Sichern gefunden wurde. Ein laufender Scan wird alle 2 Sekunden gesichert, solange jene Platte antwortet, und lässt sich später fortsetzen.</translation>
    </message>
    <message>
        <source>&amp;Leave without waiting</source>
        <translation>&amp;Gehen, ohne zu warten</translation>
    </message>
    <message>
        <source>Leaving</source>
        <translation>Beenden</translation>
    </message>
    <message>
        <source>Keeping what was found</source>
        <translation>Was gefunden wurde, wird behalten</translation>
    </message>
    <message>
        <source>Waiting for %1.</source>
        <translation>Wartet auf %1.</translation>
    </message>
    <message>
        <source>Open</source>
        <translation>Öffnen</translation>
    </message>
    <message>
        <source>/dev/sdb, an image file, or a saved scan</source>
        <translation>/dev/sdb, ein Abbild oder ein gespeicherter Scan</translation>
    </message>
    <message>
        <source>&amp;Device, image file or saved scan</source>
        <translation>&amp;Gerät, Abbild oder gespeicherter Scan</translation>
    </message>
    <message>
        <source>&amp;Scans in the casebook, newest first</source>
        <translation>&amp;Scans im Fallbuch, der neueste zuerst</translation>
    </message>
    <message>
        <source>Scans in the casebook</source>
        <translation>Scans im Fallbuch</translation>
    </message>
    <message>
        <source>%1 · %2, serial %3, %4 · %5</source>
        <translation>%1 · %2, Seriennummer %3, %4 · %5</translation>
    </message>
    <message>
        <source>Running, or cut off.</source>
        <translation>Läuft oder wurde abgeschnitten.</translation>
    </message>
    <message>
        <source>None yet: every scan is kept as it runs.</source>
        <translation>Noch keiner: jeder Scan wird behalten, während er läuft.</translation>
    </message>
    <message>
        <source>Opening…</source>
        <translation>Wird geöffnet…</translation>
    </message>
    <message>
        <source>Image file or saved scan</source>
        <translation>Abbild oder gespeicherter Scan</translation>
    </message>
    <message>
        <source>&amp;Keep these settings</source>
        <translation>Diese Einstellungen &amp;behalten</translation>
    </message>
    <message>
        <source>Settings</source>
        <translation>Einstellungen</translation>
    </message>
    <message>
        <source>stands at the head of reports</source>
        <translation>steht am Kopf der Berichte</translation>
    </message>
    <message>
        <source>no picture</source>
        <translation>kein Bild</translation>
    </message>
    <message>
        <source>Whose reports these are</source>
        <translation>Wessen Berichte das sind</translation>
    </message>
    <message>
        <source>Dark</source>
        <translation>Dunkel</translation>
    </message>
    <message>
        <source>Light</source>
        <translation>Hell</translation>
    </message>
    <message>
        <source>As the clock on the wall says</source>
        <translation>Wie die Uhr an der Wand</translation>
    </message>
    <message>
        <source>UTC, and said so</source>
        <translation>UTC, und so bezeichnet</translation>
    </message>
    <message>
        <source>As the system says</source>
        <translation>Wie das System sagt</translation>
    </message>
    <message>
        <source>%1 %</source>
        <translation>%1 %</translation>
    </message>
    <message>
        <source>How drives are judged, and how it looks</source>
        <translation>Wie Laufwerke beurteilt werden, und wie es aussieht</translation>
    </message>
    <message>
        <source>House &amp;policy</source>
        <translation>&amp;Hausregeln</translation>
    </message>
    <message>
        <source>&amp;Colours</source>
        <translation>&amp;Farben</translation>
    </message>
    <message>
        <source>&amp;Times of day</source>
        <translation>&amp;Uhrzeiten</translation>
    </message>
    <message>
        <source>La&amp;nguage, from the next start on</source>
        <translation>S&amp;prache, ab dem nächsten Start</translation>
    </message>
    <message>
        <source>&amp;Size, from the next start on</source>
        <translation>&amp;Größe, ab dem nächsten Start</translation>
    </message>
    <message>
        <source>where they were last</source>
        <translation>wo sie zuletzt waren</translation>
    </message>
    <message>
        <source>B&amp;rowse…</source>
        <translation>D&amp;urchsuchen…</translation>
    </message>
    <message>
        <source>Where dialogs for files begin</source>
        <translation>Wo Dateidialoge beginnen</translation>
    </message>
    <message>
        <source>after a year</source>
        <translation>nach einem Jahr</translation>
    </message>
    <message>
        <source>after %1 years</source>
        <translation>nach %1 Jahren</translation>
    </message>
    <message>
        <source>Orbita says at the start that they are due; it forgets nobody by itself</source>
        <translation>Orbita sagt beim Start, dass es an der Zeit ist; von selbst vergisst es niemanden</translation>
    </message>
    <message>
        <source>Where things lie</source>
        <translation>Wo die Dinge liegen</translation>
    </message>
    <message>
        <source>Files begin at</source>
        <translation>Dateien beginnen bei</translation>
    </message>
    <message>
        <source>Remind of &amp;forgetting customers</source>
        <translation>An das &amp;Vergessen von Kunden erinnern</translation>
    </message>
    <message>
        <source>in memory; forgotten at the end</source>
        <translation>im Speicher; am Ende vergessen</translation>
    </message>
    <message>
        <source>Policy of the shop</source>
        <translation>Hausregeln der Werkstatt</translation>
    </message>
    <message>
        <source>These settings</source>
        <translation>Diese Einstellungen</translation>
    </message>
    <message>
        <source>There is no folder %1.</source>
        <translation>Einen Ordner %1 gibt es nicht.</translation>
    </message>
    <message>
        <source>here</source>
        <translation>hier</translation>
    </message>
    <message>
        <source>done</source>
        <translation>erledigt</translation>
    </message>
    <message>
        <source>warns</source>
        <translation>warnt</translation>
    </message>
    <message>
        <source>not visited yet</source>
        <translation>noch nicht besucht</translation>
    </message>
    <message>
        <source>Station %1, %2</source>
        <translation>Station %1, %2</translation>
    </message>
    <message>
        <source>being treated: %1 of %2</source>
        <translation>wird behandelt: %1 von %2</translation>
    </message>
    <message>
        <source>%1 of %2 read well now</source>
        <translation>%1 von %2 lesen jetzt gut</translation>
    </message>
    <message>
        <source>; contents of %1 lost</source>
        <translation>; Inhalt von %1 verloren</translation>
    </message>
    <message>
        <source>1 sector</source>
        <translation>1 Sektor</translation>
    </message>
    <message>
        <source>%1 sectors</source>
        <translation>%1 Sektoren</translation>
    </message>
    <message>
        <source>Place</source>
        <translation>Stelle</translation>
    </message>
    <message>
        <source>What is there</source>
        <translation>Was dort ist</translation>
    </message>
    <message>
        <source>Steps after reading again</source>
        <translation>Schritte nach erneutem Lesen</translation>
    </message>
    <message>
        <source>May be lost</source>
        <translation>Kann verloren gehen</translation>
    </message>
    <message>
        <source>What came of it</source>
        <translation>Was daraus wurde</translation>
    </message>
    <message>
        <source>&amp;Refresh: write back what reads</source>
        <translation>Auff&amp;rischen: zurückschreiben, was sich lesen lässt</translation>
    </message>
    <message>
        <source>&amp;Piece together what reads in part</source>
        <translation>Zusa&amp;mmensetzen, was sich in Teilen lesen lässt</translation>
    </message>
    <message>
        <source>Overwrite the rest with &amp;zeros</source>
        <translation>Den Rest mit &amp;Nullen überschreiben</translation>
    </message>
    <message>
        <source>Have spare sectors &amp;used</source>
        <translation>Ersatzsektoren &amp;verwenden lassen</translation>
    </message>
    <message>
        <source>Treated before</source>
        <translation>Schon behandelt</translation>
    </message>
    <message>
        <source>What is treated</source>
        <translation>Was behandelt wird</translation>
    </message>
    <message>
        <source>All defects</source>
        <translation>Alle Mängel</translation>
    </message>
    <message>
        <source>Confirmed defects only</source>
        <translation>Nur bestätigte Mängel</translation>
    </message>
    <message>
        <source>Unreadable only</source>
        <translation>Nur Unlesbares</translation>
    </message>
    <message>
        <source>Slow only</source>
        <translation>Nur Langsames</translation>
    </message>
    <message>
        <source>The span selected in Scan</source>
        <translation>Der im Scan gewählte Bereich</translation>
    </message>
    <message>
        <source>Exactly what was read from a sector is written back to it, forced to the medium and checked. Loses nothing.</source>
        <translation>Genau was aus einem Sektor gelesen wurde, wird ihm zurückgeschrieben, auf das Medium gezwungen und geprüft. Verliert nichts.</translation>
    </message>
    <message>
        <source>Of a bad sector on the medium, those of its logical sectors that did read, in some try or other. What did not read is not made up for.</source>
        <translation>Von einem schlechten Sektor des Mediums jene logischen Sektoren, die sich bei irgendeinem Versuch lesen ließen. Was sich nicht lesen ließ, wird nicht erfunden.</translation>
    </message>
    <message>
        <source>The last resort for what cannot be read: the drive then rewrites the sector or puts a spare in its place. What it held is gone.</source>
        <translation>Das letzte Mittel für Unlesbares: das Laufwerk schreibt den Sektor dann neu oder setzt einen Ersatz an seine Stelle. Was er enthielt, ist weg.</translation>
    </message>
    <message>
        <source>REASSIGN BLOCKS: the drive is told to use a spare sector. What the old one held is gone where it could not be read.</source>
        <translation>REASSIGN BLOCKS: dem Laufwerk wird gesagt, es soll einen Ersatzsektor verwenden. Was der alte enthielt, ist weg, wo es sich nicht lesen ließ.</translation>
    </message>
    <message>
        <source>How far: each only if the one before did not help</source>
        <translation>Wie weit: jeder Schritt nur, wenn der vorige nicht half</translation>
    </message>
    <message>
        <source>What the drive counts of its sectors</source>
        <translation>Was das Laufwerk an seinen Sektoren zählt</translation>
    </message>
    <message>
        <source>The house policy allows no step that destroys.</source>
        <translation>Die Hausregeln erlauben keinen Schritt, der zerstört.</translation>
    </message>
    <message>
        <source>Destroys what cannot be read, for good.</source>
        <translation>Zerstört für immer, was sich nicht lesen lässt.</translation>
    </message>
    <message>
        <source>Nothing that can be read now is lost.</source>
        <translation>Nichts, was sich jetzt lesen lässt, geht verloren.</translation>
    </message>
    <message>
        <source>nothing</source>
        <translation>nichts</translation>
    </message>
    <message>
        <source>unknown contents</source>
        <translation>unbekannter Inhalt</translation>
    </message>
    <message>
        <source>nothing that this computer recognises</source>
        <translation>nichts, was dieser Rechner kennt</translation>
    </message>
    <message>
        <source>saved elsewhere</source>
        <translation>anderswo gesichert</translation>
    </message>
    <message>
        <source>only here</source>
        <translation>nur hier</translation>
    </message>
    <message>
        <source>nobody knows whether it exists elsewhere</source>
        <translation>niemand weiß, ob es sie anderswo gibt</translation>
    </message>
    <message>
        <source>&amp;All of it</source>
        <translation>&amp;Alles davon</translation>
    </message>
    <message>
        <source>&amp;Only what reads late</source>
        <translation>&amp;Nur was verspätet liest</translation>
    </message>
    <message>
        <source>&amp;Destroy what cannot be read there</source>
        <translation>&amp;Zerstören, was sich dort nicht lesen lässt</translation>
    </message>
    <message>
        <source>&amp;Treat it all the same; the casebook will say that you overruled this</source>
        <translation>&amp;Trotzdem behandeln; das Fallbuch wird sagen, dass Sie sich darüber hinweggesetzt haben</translation>
    </message>
    <message>
        <source>&amp;Leave it alone</source>
        <translation>In &amp;Ruhe lassen</translation>
    </message>
    <message>
        <source>&amp;Write to this drive</source>
        <translation>Auf dieses Laufwerk s&amp;chreiben</translation>
    </message>
    <message>
        <source>Refused</source>
        <translation>Abgelehnt</translation>
    </message>
    <message>
        <source>&amp;All of it: %1</source>
        <translation>&amp;Alles davon: %1</translation>
    </message>
    <message>
        <source>&amp;Only what reads late: %1</source>
        <translation>&amp;Nur was verspätet liest: %1</translation>
    </message>
    <message>
        <source>&amp;Only what reads late: nothing is known to</source>
        <translation>&amp;Nur was verspätet liest: davon ist nichts bekannt</translation>
    </message>
    <message>
        <source>This destroys on %1: %2.</source>
        <translation>Das zerstört auf %1: %2.</translation>
    </message>
    <message>
        <source>Write to this drive?</source>
        <translation>Auf dieses Laufwerk schreiben?</translation>
    </message>
    <message>
        <source>Go on writing to this drive?</source>
        <translation>Weiter auf dieses Laufwerk schreiben?</translation>
    </message>
    <message>
        <source>Scan this drive, and write to it as you go?</source>
        <translation>Dieses Laufwerk lesen und dabei darauf schreiben?</translation>
    </message>
    <message>
        <source>Refresh this drive: read it, and write it back as it is?</source>
        <translation>Dieses Laufwerk auffrischen: lesen und so zurückschreiben, wie es ist?</translation>
    </message>
    <message>
        <source>Go on refreshing this drive?</source>
        <translation>Dieses Laufwerk weiter auffrischen?</translation>
    </message>
    <message>
        <source>Serial number</source>
        <translation>Seriennummer</translation>
    </message>
    <message>
        <source>none reported</source>
        <translation>keine genannt</translation>
    </message>
    <message>
        <source>On it</source>
        <translation>Darauf</translation>
    </message>
    <message>
        <source>Its data</source>
        <translation>Seine Daten</translation>
    </message>
    <message>
        <source>To write to it, t&amp;ype %1.</source>
        <translation>Um darauf zu schreiben, &amp;tippen Sie %1.</translation>
    </message>
    <message>
        <source>Asking the drive…</source>
        <translation>Das Laufwerk wird gefragt…</translation>
    </message>
    <message>
        <source>Nothing was written: %1. %2</source>
        <translation>Nichts wurde geschrieben: %1. %2</translation>
    </message>
    <message>
        <source>Steps and the drive&apos;s replies, the latest first</source>
        <translation>Schritte und die Antworten des Laufwerks, die letzten zuerst</translation>
    </message>
    <message>
        <source>Step by step, the latest first</source>
        <translation>Schritt für Schritt, die letzten zuerst</translation>
    </message>
    <message>
        <source>Done</source>
        <translation>Erledigt</translation>
    </message>
    <message>
        <source>%1 of %2</source>
        <translation>%1 von %2</translation>
    </message>
    <message>
        <source>Took</source>
        <translation>Dauer</translation>
    </message>
    <message>
        <source>Steps</source>
        <translation>Schritte</translation>
    </message>
    <message>
        <source>Temperature</source>
        <translation>Temperatur</translation>
    </message>
    <message>
        <source>%1 °C</source>
        <translation>%1 °C</translation>
    </message>
    <message>
        <source>It counts</source>
        <translation>Es zählt</translation>
    </message>
    <message>
        <source>New defects</source>
        <translation>Neue Mängel</translation>
    </message>
    <message>
        <source>refresh of what has grown slow</source>
        <translation>Auffrischen von langsam Gewordenem</translation>
    </message>
    <message>
        <source>treatment of known defects</source>
        <translation>Behandeln bekannter Mängel</translation>
    </message>
    <message>
        <source>What was found, the latest first</source>
        <translation>Was gefunden wurde, das letzte zuerst</translation>
    </message>
    <message>
        <source>Left</source>
        <translation>Übrig</translation>
    </message>
    <message>
        <source>about %1</source>
        <translation>etwa %1</translation>
    </message>
    <message>
        <source>Written back</source>
        <translation>Zurückgeschrieben</translation>
    </message>
    <message>
        <source>Only zeros</source>
        <translation>Nur Nullen</translation>
    </message>
    <message>
        <source>%1, left alone</source>
        <translation>%1, in Ruhe gelassen</translation>
    </message>
    <message>
        <source>Read late</source>
        <translation>Las verspätet</translation>
    </message>
    <message>
        <source>In time now</source>
        <translation>Jetzt rechtzeitig</translation>
    </message>
    <message>
        <source>Late now</source>
        <translation>Jetzt verspätet</translation>
    </message>
    <message>
        <source>Unreadable</source>
        <translation>Unlesbar</translation>
    </message>
    <message>
        <source>Not taken</source>
        <translation>Nicht genommen</translation>
    </message>
    <message>
        <source>Worse</source>
        <translation>Schlimmer</translation>
    </message>
    <message>
        <source>What reading, writing back and reading again took at each place</source>
        <translation>Was Lesen, Zurückschreiben und erneutes Lesen an jeder Stelle dauerte</translation>
    </message>
    <message>
        <source>not taken</source>
        <translation>nicht genommen</translation>
    </message>
    <message>
        <source>%1 for %2</source>
        <translation>%1 für %2</translation>
    </message>
    <message>
        <source>&amp;Treat…</source>
        <translation>&amp;Behandeln…</translation>
    </message>
    <message>
        <source>Do what the sentence says (F12)</source>
        <translation>Tun, was der Satz sagt (F12)</translation>
    </message>
    <message>
        <source>On to a scan of all of it</source>
        <translation>Weiter zu einem Scan von allem</translation>
    </message>
    <message>
        <source>Is treating it wise?</source>
        <translation>Ist eine Behandlung geraten?</translation>
    </message>
    <message>
        <source>Places to treat</source>
        <translation>Zu behandelnde Stellen</translation>
    </message>
    <message>
        <source>&amp;Go on with the one broken off</source>
        <translation>Die abgebrochene &amp;fortsetzen</translation>
    </message>
    <message>
        <source>Takes up the treatment of this drive that was interrupted</source>
        <translation>Nimmt die unterbrochene Behandlung dieses Laufwerks wieder auf</translation>
    </message>
    <message>
        <source>&amp;Refresh the drive…</source>
        <translation>Das Laufwerk auff&amp;rischen…</translation>
    </message>
    <message>
        <source>Scan, and treat as you &amp;go…</source>
        <translation>Lesen und da&amp;bei behandeln…</translation>
    </message>
    <message>
        <source>&amp;Copy the result</source>
        <translation>Das Ergebnis &amp;kopieren</translation>
    </message>
    <message>
        <source>The whole result as text, to be put on the job sheet</source>
        <translation>Das ganze Ergebnis als Text, für den Auftragszettel</translation>
    </message>
    <message>
        <source>&amp;Back to the places</source>
        <translation>&amp;Zurück zu den Stellen</translation>
    </message>
    <message>
        <source>Shows what is left to treat</source>
        <translation>Zeigt, was noch zu behandeln ist</translation>
    </message>
    <message>
        <source>The result is copied.</source>
        <translation>Das Ergebnis ist kopiert.</translation>
    </message>
    <message>
        <source>Treat, or stop treating</source>
        <translation>Behandeln oder die Behandlung beenden</translation>
    </message>
    <message>
        <source>Go on with the treatment that was broken off</source>
        <translation>Die abgebrochene Behandlung fortsetzen</translation>
    </message>
    <message>
        <source>Refresh the drive: read it, and write it back as it is</source>
        <translation>Das Laufwerk auffrischen: lesen und so zurückschreiben, wie es ist</translation>
    </message>
    <message>
        <source>Scan the drive, and treat what is found as you go</source>
        <translation>Das Laufwerk lesen und Gefundenes dabei behandeln</translation>
    </message>
    <message>
        <source>Copy the result of the treatment</source>
        <translation>Das Ergebnis der Behandlung kopieren</translation>
    </message>
    <message>
        <source>Back to the places left to treat</source>
        <translation>Zurück zu den noch zu behandelnden Stellen</translation>
    </message>
    <message>
        <source>Go to the places to treat</source>
        <translation>Zu den zu behandelnden Stellen</translation>
    </message>
    <message>
        <source>Go to the steps of the treatment</source>
        <translation>Zu den Schritten der Behandlung</translation>
    </message>
    <message>
        <source>treat that place, or leave it out</source>
        <translation>diese Stelle behandeln oder auslassen</translation>
    </message>
    <message>
        <source>Read the vitals before anything is written.</source>
        <translation>Lesen Sie die Vitalwerte, bevor etwas geschrieben wird.</translation>
    </message>
    <message>
        <source>&amp;Go on with the refresh broken off</source>
        <translation>Die abgebrochene Auffrischung &amp;fortsetzen</translation>
    </message>
    <message>
        <source>Scans by the plan, and treats each patch once all around it has been read; asks before anything is written</source>
        <translation>Liest nach dem Plan und behandelt jeden Fleck, sobald alles um ihn herum gelesen ist; fragt, bevor etwas geschrieben wird</translation>
    </message>
    <message>
        <source>Reads all that can be read, or only what reads late, and writes exactly that back; says what it costs, and asks, before anything is written</source>
        <translation>Liest alles, was sich lesen lässt, oder nur was verspätet liest, und schreibt genau das zurück; sagt, was es kostet, und fragt, bevor etwas geschrieben wird</translation>
    </message>
    <message>
        <source>Choose a drive in the rack.</source>
        <translation>Wählen Sie ein Laufwerk im Gestell.</translation>
    </message>
    <message>
        <source>Nothing is known yet that could be treated</source>
        <translation>Noch ist nichts bekannt, was sich behandeln ließe</translation>
    </message>
    <message>
        <source>Treatment starts from what a scan has found. Scan the drive first; sectors that cannot be read, or only late, are then listed here as places, with what can be done about each and what it may cost.</source>
        <translation>Behandelt wird, was ein Scan gefunden hat. Scannen Sie das Laufwerk zuerst; Sektoren, die sich nicht oder nur verspätet lesen lassen, stehen dann hier als Stellen, mit dem, was sich bei jeder tun lässt und was es kosten kann.</translation>
    </message>
    <message>
        <source>All %1 places read well since they were treated</source>
        <translation>Alle %1 Stellen lesen gut, seit sie behandelt wurden</translation>
    </message>
    <message>
        <source>Scan the drive once more, to see that they stay so and that nothing new has come.</source>
        <translation>Scannen Sie das Laufwerk noch einmal, um zu sehen, dass sie so bleiben und nichts Neues dazukam.</translation>
    </message>
    <message>
        <source>No place to treat</source>
        <translation>Keine Stelle zu behandeln</translation>
    </message>
    <message>
        <source>The scan in view has found no defect of that kind.</source>
        <translation>Der gezeigte Scan hat keinen solchen Mangel gefunden.</translation>
    </message>
    <message>
        <source>To the &amp;scan</source>
        <translation>Zum &amp;Scan</translation>
    </message>
    <message>
        <source>&amp;Scan these places again</source>
        <translation>Diese &amp;Stellen noch einmal lesen</translation>
    </message>
    <message>
        <source>&amp;Go on…</source>
        <translation>&amp;Fortsetzen…</translation>
    </message>
    <message>
        <source>Stopping after what is under way</source>
        <translation>Endet nach dem, was gerade läuft</translation>
    </message>
    <message>
        <source>Writing to %1</source>
        <translation>Schreibt auf %1</translation>
    </message>
    <message>
        <source>Stopping leaves every place as it was, or as it is saved in the journal; it can be gone on with.</source>
        <translation>Beenden lässt jede Stelle, wie sie war oder wie sie im Journal gesichert ist; es lässt sich fortsetzen.</translation>
    </message>
    <message>
        <source>See for yourself: scan what was refreshed</source>
        <translation>Sehen Sie selbst: lesen Sie, was aufgefrischt wurde</translation>
    </message>
    <message>
        <source>See for yourself: scan what was treated, and around it</source>
        <translation>Sehen Sie selbst: lesen Sie, was behandelt wurde, und darum herum</translation>
    </message>
    <message>
        <source>Go on where it was broken off</source>
        <translation>Fortsetzen, wo es abgebrochen wurde</translation>
    </message>
    <message>
        <source>Nothing more is proposed here</source>
        <translation>Weiter wird hier nichts vorgeschlagen</translation>
    </message>
    <message>
        <source>What was done stands in the casebook, what was found in its journal.</source>
        <translation>Was getan wurde, steht im Fallbuch, was gefunden wurde, in seinem Journal.</translation>
    </message>
    <message>
        <source>What was done stands in the casebook; what was written back is saved in its journal.</source>
        <translation>Was getan wurde, steht im Fallbuch; was zurückgeschrieben wurde, ist in seinem Journal gesichert.</translation>
    </message>
    <message>
        <source>Scan the drive first</source>
        <translation>Scannen Sie das Laufwerk zuerst</translation>
    </message>
    <message>
        <source>What is treated comes from its map.</source>
        <translation>Was behandelt wird, kommt aus seiner Karte.</translation>
    </message>
    <message>
        <source>Read the vitals before anything is written</source>
        <translation>Lesen Sie die Vitalwerte, bevor etwas geschrieben wird</translation>
    </message>
    <message>
        <source>The drive is being asked for its vitals</source>
        <translation>Das Laufwerk wird nach seinen Vitalwerten gefragt</translation>
    </message>
    <message>
        <source>Whether it is wise to treat it depends on what the drive says of itself.</source>
        <translation>Ob eine Behandlung geraten ist, hängt davon ab, was das Laufwerk von sich sagt.</translation>
    </message>
    <message>
        <source>First say whether the data on this drive exists elsewhere</source>
        <translation>Sagen Sie zuerst, ob es die Daten dieses Laufwerks noch anderswo gibt</translation>
    </message>
    <message>
        <source>The answer is on the right.</source>
        <translation>Die Antwort steht rechts.</translation>
    </message>
    <message>
        <source>Nothing is offered here</source>
        <translation>Hier wird nichts geboten</translation>
    </message>
    <message>
        <source>No place is ticked.</source>
        <translation>Keine Stelle ist angehakt.</translation>
    </message>
    <message>
        <source>Asks once more before anything is written. Every sector is saved in a journal first.</source>
        <translation>Fragt noch einmal, bevor etwas geschrieben wird. Jeder Sektor wird zuerst in einem Journal gesichert.</translation>
    </message>
    <message>
        <source>The place before and now</source>
        <translation>Die Stelle vorher und jetzt</translation>
    </message>
    <message>
        <source>No place is chosen</source>
        <translation>Keine Stelle gewählt</translation>
    </message>
    <message>
        <source>%1 sectors on the medium in view, %2 of them to be treated, %3 read well since</source>
        <translation>%1 Sektoren des Mediums im Blick, %2 davon zu behandeln, %3 lesen seither gut</translation>
    </message>
    <message>
        <source>Before: not scanned</source>
        <translation>Vorher: nicht gelesen</translation>
    </message>
    <message>
        <source>Before: %1</source>
        <translation>Vorher: %1</translation>
    </message>
    <message>
        <source>Now: cannot be read, which is new</source>
        <translation>Jetzt: lässt sich nicht lesen, und das ist neu</translation>
    </message>
    <message>
        <source>Now: being treated</source>
        <translation>Jetzt: wird behandelt</translation>
    </message>
    <message>
        <source>Now: %1</source>
        <translation>Jetzt: %1</translation>
    </message>
    <message>
        <source>Now: not treated yet</source>
        <translation>Jetzt: noch nicht behandelt</translation>
    </message>
    <message>
        <source>What it held is gone</source>
        <translation>Was sie enthielt, ist weg</translation>
    </message>
    <message>
        <source>Before: as the scan found it, by sector on the medium</source>
        <translation>Vorher: wie der Scan es fand, nach Sektoren des Mediums</translation>
    </message>
    <message>
        <source>Choose a place above</source>
        <translation>Wählen Sie oben eine Stelle</translation>
    </message>
    <message>
        <source>treated, reads well</source>
        <translation>behandelt, liest gut</translation>
    </message>
    <message>
        <source>likewise, what it held is gone</source>
        <translation>ebenso, der Inhalt ist weg</translation>
    </message>
    <message>
        <source>treated in vain</source>
        <translation>vergebens behandelt</translation>
    </message>
    <message>
        <source>keeping the scan in</source>
        <translation>das Behalten des Scans in</translation>
    </message>
    <message>
        <source>the casebook is not open</source>
        <translation>das Fallbuch ist nicht offen</translation>
    </message>
    <message>
        <source>Export the scan to a file before closing.</source>
        <translation>Exportieren Sie den Scan vor dem Schließen in eine Datei.</translation>
    </message>
    <message>
        <source>the demonstration&apos;s casebook, until it ends</source>
        <translation>das Fallbuch der Vorführung, bis sie endet</translation>
    </message>
    <message>
        <source>memory only, until Orbita ends: export it</source>
        <translation>nur im Speicher, bis Orbita endet: exportieren Sie ihn</translation>
    </message>
    <message>
        <source>Yes, it is saved</source>
        <translation>Ja, sie sind gesichert</translation>
    </message>
    <message>
        <source>No, only here</source>
        <translation>Nein, nur hier</translation>
    </message>
    <message>
        <source>Nobody knows</source>
        <translation>Niemand weiß es</translation>
    </message>
    <message>
        <source>Does the data on it exist elsewhere? %1</source>
        <translation>Gibt es die Daten noch anderswo? %1</translation>
    </message>
    <message>
        <source>There is nothing to rule on yet.</source>
        <translation>Noch gibt es nichts zu beurteilen.</translation>
    </message>
    <message>
        <source>Nothing is kept here.</source>
        <translation>Hier wird nichts behalten.</translation>
    </message>
    <message>
        <source>The casebook does not know the drive yet: read its vitals, or scan it.</source>
        <translation>Das Fallbuch kennt das Laufwerk noch nicht: lesen Sie seine Vitalwerte oder scannen Sie es.</translation>
    </message>
    <message>
        <source>Treating %1</source>
        <translation>Behandelt %1</translation>
    </message>
    <message>
        <source>Read the vitals first.</source>
        <translation>Lesen Sie zuerst die Vitalwerte.</translation>
    </message>
    <message>
        <source>A self-test is running.</source>
        <translation>Ein Selbsttest läuft.</translation>
    </message>
    <message>
        <source>The drive has no such test, or the adapter in front of it hides it.</source>
        <translation>Das Laufwerk hat keinen solchen Test, oder der Adapter davor verbirgt ihn.</translation>
    </message>
    <message>
        <source>holding read-only</source>
        <translation>das Halten ohne Schreiben</translation>
    </message>
    <message>
        <source>letting be written to again</source>
        <translation>die Freigabe zum Schreiben</translation>
    </message>
    <message>
        <source>it was not Orbita that has set this, or not since it was started</source>
        <translation>nicht Orbita hat das gesetzt, oder nicht seit seinem Start</translation>
    </message>
    <message>
        <source>Whoever has may lift it; as root, blockdev --setrw does.</source>
        <translation>Wer es gesetzt hat, kann es aufheben; als root tut es blockdev --setrw.</translation>
    </message>
    <message>
        <source>reading the vitals of</source>
        <translation>das Lesen der Vitalwerte von</translation>
    </message>
    <message>
        <source>an earlier scan has left how long it tries to read changed</source>
        <translation>ein früherer Scan hat geändert gelassen, wie lange es zu lesen versucht</translation>
    </message>
    <message>
        <source>A careful scan puts it back, as does &quot;orbita-cli restore&quot;; so does switching the drive off.</source>
        <translation>Ein behutsamer Scan stellt es zurück, ebenso „orbita-cli restore“ und das Ausschalten des Laufwerks.</translation>
    </message>
    <message>
        <source>%1 in %2 h</source>
        <translation>%1 in %2 h</translation>
    </message>
    <message>
        <source>%1: %2, %3, %4</source>
        <translation>%1: %2, %3, %4</translation>
    </message>
    <message>
        <source>%1 min</source>
        <translation>%1 min</translation>
    </message>
    <message>
        <source>, LBA %1</source>
        <translation>, LBA %1</translation>
    </message>
    <message>
        <source> · at %1 h</source>
        <translation> · bei %1 h</translation>
    </message>
    <message>
        <source>A&amp;bort test</source>
        <translation>Test ab&amp;brechen</translation>
    </message>
    <message>
        <source>Short</source>
        <translation>Kurz</translation>
    </message>
    <message>
        <source>Extended</source>
        <translation>Ausführlich</translation>
    </message>
    <message>
        <source>Conveyance</source>
        <translation>Transport</translation>
    </message>
    <message>
        <source>Selective</source>
        <translation>Ausgewählt</translation>
    </message>
    <message>
        <source>sectors of a selective test: 0..999999</source>
        <translation>Sektoren eines ausgewählten Tests: 0..999999</translation>
    </message>
    <message>
        <source>Sectors of a selective test</source>
        <translation>Sektoren eines ausgewählten Tests</translation>
    </message>
    <message>
        <source>Test all the same?</source>
        <translation>Trotzdem testen?</translation>
    </message>
    <message>
        <source>%1, serial %2, should not be tested: %3.

A self-test keeps its mechanics busy and may finish it off. The casebook will say that you overruled this.</source>
        <translation>%1, Seriennummer %2, sollte nicht getestet werden: %3.

Ein Selbsttest beschäftigt seine Mechanik und kann ihm den Rest geben. Das Fallbuch wird sagen, dass Sie sich darüber hinweggesetzt haben.</translation>
    </message>
    <message>
        <source>Leave it alone</source>
        <translation>In Ruhe lassen</translation>
    </message>
    <message>
        <source>Test all the same</source>
        <translation>Trotzdem testen</translation>
    </message>
    <message>
        <source>%1, %2</source>
        <translation>%1, %2</translation>
    </message>
    <message>
        <source>The drive tests itself in the background; it only reads</source>
        <translation>Das Laufwerk testet sich im Hintergrund; es liest nur</translation>
    </message>
    <message>
        <source>Testing itself, %1 done. It reads only.</source>
        <translation>Testet sich selbst, %1 erledigt. Es liest nur.</translation>
    </message>
    <message>
        <source>Testing itself. It reads only.</source>
        <translation>Testet sich selbst. Es liest nur.</translation>
    </message>
    <message>
        <source>No self-test is offered here.</source>
        <translation>Ein Selbsttest wird hier nicht geboten.</translation>
    </message>
    <message>
        <source>It has never tested itself.</source>
        <translation>Es hat sich nie selbst getestet.</translation>
    </message>
    <message>
        <source>%1 across %2 visits: from %3 to %4</source>
        <translation>%1 über %2 Besuche: von %3 bis %4</translation>
    </message>
    <message>
        <source>Switch health reporting &amp;on</source>
        <translation>Die Gesundheits&amp;meldung einschalten</translation>
    </message>
    <message>
        <source>Ask the drive anew (F8)</source>
        <translation>Das Laufwerk neu fragen (F8)</translation>
    </message>
    <message>
        <source>On to the scan</source>
        <translation>Weiter zum Scan</translation>
    </message>
    <message>
        <source>May the surface be read?</source>
        <translation>Darf die Oberfläche gelesen werden?</translation>
    </message>
    <message>
        <source>Readings, findings first</source>
        <translation>Werte, die Befunde zuerst</translation>
    </message>
    <message>
        <source>The drive counts its own errors from now on; nothing that is stored changes</source>
        <translation>Das Laufwerk zählt ab jetzt seine Fehler; nichts Gespeichertes ändert sich</translation>
    </message>
    <message>
        <source>Read the vitals</source>
        <translation>Die Vitalwerte lesen</translation>
    </message>
    <message>
        <source>Switch the drive&apos;s health reporting on</source>
        <translation>Die Gesundheitsmeldung des Laufwerks einschalten</translation>
    </message>
    <message>
        <source>Start the drive&apos;s short self-test</source>
        <translation>Den kurzen Selbsttest des Laufwerks beginnen</translation>
    </message>
    <message>
        <source>Start the drive&apos;s extended self-test</source>
        <translation>Den ausführlichen Selbsttest des Laufwerks beginnen</translation>
    </message>
    <message>
        <source>Start the drive&apos;s conveyance self-test</source>
        <translation>Den Transporttest des Laufwerks beginnen</translation>
    </message>
    <message>
        <source>Start a self-test of the span entered</source>
        <translation>Einen Selbsttest des eingetragenen Bereichs beginnen</translation>
    </message>
    <message>
        <source>End the self-test that is running</source>
        <translation>Den laufenden Selbsttest beenden</translation>
    </message>
    <message>
        <source>What it means</source>
        <translation>Was das heißt</translation>
    </message>
    <message>
        <source>The drive&apos;s own tests</source>
        <translation>Die Tests des Laufwerks</translation>
    </message>
    <message>
        <source> and %1 more below</source>
        <translation> und %1 weitere darunter</translation>
    </message>
    <message>
        <source>&lt;p style=&apos;font-size:17px&apos;&gt;The drive has not been asked yet&lt;/p&gt;&lt;p&gt;Its counters, its logs and what it thinks of itself will stand here.&lt;br&gt;Asking reads nothing of the surface.&lt;/p&gt;</source>
        <translation>&lt;p style=&apos;font-size:17px&apos;&gt;Das Laufwerk wurde noch nicht gefragt&lt;/p&gt;&lt;p&gt;Seine Zähler, seine Protokolle und was es von sich hält, stehen dann hier.&lt;br&gt;Fragen liest nichts von der Oberfläche.&lt;/p&gt;</translation>
    </message>
    <message>
        <source>&lt;p style=&apos;font-size:17px&apos;&gt;The drive could not be asked&lt;/p&gt;&lt;p&gt;%1&lt;/p&gt;</source>
        <translation>&lt;p style=&apos;font-size:17px&apos;&gt;Das Laufwerk ließ sich nicht fragen&lt;/p&gt;&lt;p&gt;%1&lt;/p&gt;</translation>
    </message>
    <message>
        <source>&lt;p style=&apos;font-size:17px&apos;&gt;There are no vitals to read here&lt;/p&gt;</source>
        <translation>&lt;p style=&apos;font-size:17px&apos;&gt;Hier gibt es keine Vitalwerte zu lesen&lt;/p&gt;</translation>
    </message>
    <message>
        <source>The drive names %1 places itself, the first at LBA %2 (%3).</source>
        <translation>Das Laufwerk nennt selbst %1 Stellen, die erste bei LBA %2 (%3).</translation>
    </message>
    <message>
        <source>Without its vitals, only the surface can tell: scan it, gently at first. How worn the drive is, how long it has run and how much it has replaced stay unknown.</source>
        <translation>Ohne Vitalwerte sagt nur die Oberfläche etwas: lesen Sie sie, zuerst behutsam. Wie abgenutzt das Laufwerk ist, wie lange es lief und wie viel es ersetzt hat, bleibt unbekannt.</translation>
    </message>
    <message>
        <source>%1: %2.</source>
        <translation>%1: %2.</translation>
    </message>
    <message>
        <source>The same as at the last visit.</source>
        <translation>Wie beim letzten Besuch.</translation>
    </message>
    <message>
        <source>%1 since the last visit, when it was %2.</source>
        <translation>%1 seit dem letzten Besuch, damals %2.</translation>
    </message>
    <message>
        <source>Read &amp;again</source>
        <translation>Noch einmal &amp;lesen</translation>
    </message>
    <message>
        <source>Asks %1, serial %2, for its counters and logs</source>
        <translation>Fragt %1, Seriennummer %2, nach Zählern und Protokollen</translation>
    </message>
    <message>
        <source>last read at %1 · reads nothing of the surface, changes nothing</source>
        <translation>zuletzt gelesen um %1 · liest nichts von der Oberfläche, ändert nichts</translation>
    </message>
    <message>
        <source>takes a second or two · reads nothing of the surface, changes nothing</source>
        <translation>dauert ein, zwei Sekunden · liest nichts von der Oberfläche, ändert nichts</translation>
    </message>
    <message>
        <source>self-test begun: %1</source>
        <translation>Selbsttest begonnen: %1</translation>
    </message>
    <message>
        <source>self-test aborted</source>
        <translation>Selbsttest abgebrochen</translation>
    </message>
    <message>
        <source>health reporting switched on</source>
        <translation>Gesundheitsmeldung eingeschaltet</translation>
    </message>
    <message>
        <source>how long it tries to read a sector changed to %1; its own setting is %2</source>
        <translation>wie lange es einen Sektor zu lesen versucht, auf %1 geändert; seine eigene Einstellung ist %2</translation>
    </message>
    <message>
        <source>how long it tries to read a sector put back to %1</source>
        <translation>wie lange es einen Sektor zu lesen versucht, auf %1 zurückgestellt</translation>
    </message>
    <message>
        <source>held read-only</source>
        <translation>schreibgeschützt gehalten</translation>
    </message>
    <message>
        <source>no longer held read-only</source>
        <translation>nicht mehr schreibgeschützt gehalten</translation>
    </message>
    <message>
        <source>advice overruled: %1</source>
        <translation>gegen den Rat: %1</translation>
    </message>
    <message>
        <source>leave to write given to %1 sectors from LBA %2 on: %3</source>
        <translation>Erlaubnis zu schreiben für %1 Sektoren ab LBA %2: %3</translation>
    </message>
    <message>
        <source>refreshed, among the %1 sectors from LBA %2 on: %3</source>
        <translation>aufgefrischt, unter den %1 Sektoren ab LBA %2: %3</translation>
    </message>
    <message>
        <source>how many, its journal says</source>
        <translation>wie viele, sagt sein Journal</translation>
    </message>
    <message>
        <source>%1 sectors written from LBA %2 on</source>
        <translation>%1 Sektoren ab LBA %2 geschrieben</translation>
    </message>
    <message>
        <source>%1 (it was not done)</source>
        <translation>%1 (es wurde nicht getan)</translation>
    </message>
    <message>
        <source>%1 (it was not done: %2)</source>
        <translation>%1 (es wurde nicht getan: %2)</translation>
    </message>
    <message>
        <source>%1 (what came of it is not known)</source>
        <translation>%1 (was daraus wurde, ist nicht bekannt)</translation>
    </message>
    <message>
        <source>Short self-test</source>
        <translation>Kurzer Selbsttest</translation>
    </message>
    <message>
        <source>Sample</source>
        <translation>Stichprobe</translation>
    </message>
    <message>
        <source>Scan of all of it</source>
        <translation>Scan von allem</translation>
    </message>
    <message>
        <source>Second looks</source>
        <translation>Zweite Blicke</translation>
    </message>
    <message>
        <source>Nothing more is asked of the drive: save the data first. Scan in the careful order, and save what is read.</source>
        <translation>Das Laufwerk wird nichts mehr gefragt: sichern Sie erst die Daten. Lesen Sie in behutsamer Reihenfolge und sichern Sie, was gelesen wird.</translation>
    </message>
    <message>
        <source>Nothing more is asked of the drive: its self-test failed. Save the data first, in the careful order.</source>
        <translation>Das Laufwerk wird nichts mehr gefragt: sein Selbsttest ist gescheitert. Sichern Sie erst die Daten, in behutsamer Reihenfolge.</translation>
    </message>
    <message>
        <source>Nothing more is asked of the drive: the sample met places that cannot be read, and the data exists nowhere else. Save it first, in the careful order.</source>
        <translation>Das Laufwerk wird nichts mehr gefragt: die Stichprobe traf Unlesbares, und die Daten gibt es sonst nirgends. Sichern Sie sie zuerst, in behutsamer Reihenfolge.</translation>
    </message>
    <message>
        <source>Nothing more is asked of the drive: it froze or went away under a sample. Save the data first, in the careful order.</source>
        <translation>Das Laufwerk wird nichts mehr gefragt: es fror unter einer Stichprobe ein oder verschwand. Sichern Sie erst die Daten, in behutsamer Reihenfolge.</translation>
    </message>
    <message>
        <source>The drive is locked: there is nothing to be read before it is unlocked.</source>
        <translation>Das Laufwerk ist gesperrt: bevor es entsperrt ist, gibt es nichts zu lesen.</translation>
    </message>
    <message>
        <source>The drive does not answer any more. Switch it off and on before anything else is tried.</source>
        <translation>Das Laufwerk antwortet nicht mehr. Schalten Sie es aus und ein, bevor etwas anderes versucht wird.</translation>
    </message>
    <message>
        <source>A stop rule has ended the reading: what was found is enough to go by.</source>
        <translation>Eine Regel hat das Lesen beendet: was gefunden wurde, genügt.</translation>
    </message>
    <message>
        <source>A step could not be run to its end; what it found until then counts.</source>
        <translation>Ein Schritt kam nicht bis zum Ende; was er bis dahin fand, zählt.</translation>
    </message>
    <message>
        <source>Stopped by hand: the rest was left out.</source>
        <translation>Von Hand beendet: der Rest wurde ausgelassen.</translation>
    </message>
    <message>
        <source>no defect</source>
        <translation>kein Mangel</translation>
    </message>
    <message>
        <source>%1 unreadable</source>
        <translation>%1 unlesbar</translation>
    </message>
    <message>
        <source>no answer in time at %1</source>
        <translation>keine Antwort in der Zeit an %1</translation>
    </message>
    <message>
        <source>froze or went away at %1</source>
        <translation>eingefroren oder verschwunden an %1</translation>
    </message>
    <message>
        <source>%1 that answered late</source>
        <translation>%1 mit verspäteter Antwort</translation>
    </message>
    <message>
        <source>%1 (ruled otherwise)</source>
        <translation>%1 (anders geurteilt)</translation>
    </message>
    <message>
        <source>Not looked at yet</source>
        <translation>Noch nicht angesehen</translation>
    </message>
    <message>
        <source>Made with Orbita %1 on %2.</source>
        <translation>Mit Orbita %1 erstellt am %2.</translation>
    </message>
    <message>
        <source>Drive</source>
        <translation>Laufwerk</translation>
    </message>
    <message>
        <source>Data</source>
        <translation>Daten</translation>
    </message>
    <message>
        <source>Why</source>
        <translation>Warum</translation>
    </message>
    <message>
        <source>not known yet</source>
        <translation>noch nicht bekannt</translation>
    </message>
    <message>
        <source>Words used here</source>
        <translation>Hier verwendete Wörter</translation>
    </message>
    <message>
        <source>not asked about</source>
        <translation>nicht danach gefragt</translation>
    </message>
    <message>
        <source>exists elsewhere, as was told</source>
        <translation>gibt es anderswo, wie gesagt wurde</translation>
    </message>
    <message>
        <source>exists only here, as was told</source>
        <translation>gibt es nur hier, wie gesagt wurde</translation>
    </message>
    <message>
        <source>whether it exists elsewhere is not known</source>
        <translation>ob es sie anderswo gibt, ist nicht bekannt</translation>
    </message>
    <message>
        <source>What became of your drive</source>
        <translation>Was aus Ihrem Laufwerk wird</translation>
    </message>
    <message>
        <source>What to do next</source>
        <translation>Was als Nächstes zu tun ist</translation>
    </message>
    <message>
        <source>The drive, and the visit</source>
        <translation>Das Laufwerk und der Besuch</translation>
    </message>
    <message>
        <source>Technical report on a drive</source>
        <translation>Technischer Bericht über ein Laufwerk</translation>
    </message>
    <message>
        <source>Date, tester</source>
        <translation>Datum, Prüfer</translation>
    </message>
    <message>
        <source>Date, received by</source>
        <translation>Datum, erhalten von</translation>
    </message>
    <message>
        <source>Ruled by a person%1. By what was measured alone it comes to: %2</source>
        <translation>Von einem Menschen geurteilt%1. Allein nach dem Gemessenen ergibt sich: %2</translation>
    </message>
    <message>
        <source>%1. %2</source>
        <translation>%1. %2</translation>
    </message>
    <message>
        <source>%1 more that weigh no more than these stand in the technical report.</source>
        <translation>%1 weitere, die nicht schwerer wiegen, stehen im technischen Bericht.</translation>
    </message>
    <message>
        <source>The whole drive, its beginning at the top left: the darker, the later it answered; a star is unreadable, a bar gave no answer, squares and dots are slow.</source>
        <translation>Das ganze Laufwerk, der Anfang oben links: je dunkler, desto später die Antwort; ein Stern ist unlesbar, ein Balken gab keine Antwort, Quadrate und Punkte sind langsam.</translation>
    </message>
    <message>
        <source>Map of its surface</source>
        <translation>Karte seiner Oberfläche</translation>
    </message>
    <message>
        <source>What was done</source>
        <translation>Was getan wurde</translation>
    </message>
    <message>
        <source>Asked what it says of its own health, on %1.</source>
        <translation>Gefragt, was es über seine Gesundheit sagt, am %1.</translation>
    </message>
    <message>
        <source>Its surface was read on %1: %2 of it.</source>
        <translation>Seine Oberfläche wurde gelesen am %1: %2 davon.</translation>
    </message>
    <message>
        <source>%1 more, which stand in the technical report.</source>
        <translation>%1 weitere, die im technischen Bericht stehen.</translation>
    </message>
    <message>
        <source>Use it on, and keep a copy of what matters elsewhere.</source>
        <translation>Benutzen Sie es weiter, und halten Sie von Wichtigem anderswo eine Kopie.</translation>
    </message>
    <message>
        <source>Have it looked at again by %1.</source>
        <translation>Lassen Sie es bis %1 wieder ansehen.</translation>
    </message>
    <message>
        <source>Have it looked at again soon.</source>
        <translation>Lassen Sie es bald wieder ansehen.</translation>
    </message>
    <message>
        <source>Put nothing on it that matters.</source>
        <translation>Legen Sie nichts Wichtiges darauf ab.</translation>
    </message>
    <message>
        <source>Replace it. Before it is given away, what is on it has to be erased or destroyed.</source>
        <translation>Ersetzen Sie es. Bevor es weggegeben wird, muss gelöscht oder zerstört werden, was darauf ist.</translation>
    </message>
    <message>
        <source>Model</source>
        <translation>Modell</translation>
    </message>
    <message>
        <source>World-wide name</source>
        <translation>World-Wide Name</translation>
    </message>
    <message>
        <source>%1 sectors of %2 bytes (physical: %3)</source>
        <translation>%1 Sektoren zu %2 Byte (physisch: %3)</translation>
    </message>
    <message>
        <source> (seen here)</source>
        <translation> (hier gesehen)</translation>
    </message>
    <message>
        <source> (not seen here)</source>
        <translation> (hier nicht gesehen)</translation>
    </message>
    <message>
        <source>Complaint</source>
        <translation>Beanstandung</translation>
    </message>
    <message>
        <source>Surface, as it is known</source>
        <translation>Oberfläche, soweit bekannt</translation>
    </message>
    <message>
        <source>Read lately</source>
        <translation>Kürzlich gelesen</translation>
    </message>
    <message>
        <source>in patches</source>
        <translation>in Flecken</translation>
    </message>
    <message>
        <source>Patches treated, that read well</source>
        <translation>Behandelte Flecken, die gut lesen</translation>
    </message>
    <message>
        <source>Places without an answer in time</source>
        <translation>Stellen ohne Antwort in der Zeit</translation>
    </message>
    <message>
        <source>Straining places</source>
        <translation>Gequälte Stellen</translation>
    </message>
    <message>
        <source>Laboured places</source>
        <translation>Mühsame Stellen</translation>
    </message>
    <message>
        <source>Compared with</source>
        <translation>Verglichen mit</translation>
    </message>
    <message>
        <source>New patches</source>
        <translation>Neue Flecken</translation>
    </message>
    <message>
        <source>Grown patches</source>
        <translation>Gewachsene Flecken</translation>
    </message>
    <message>
        <source>Patches gone by themselves</source>
        <translation>Von selbst verschwundene Flecken</translation>
    </message>
    <message>
        <source>Shape</source>
        <translation>Form</translation>
    </message>
    <message>
        <source>Latest scan</source>
        <translation>Letzter Scan</translation>
    </message>
    <message>
        <source>Begun</source>
        <translation>Begonnen</translation>
    </message>
    <message>
        <source>Plan</source>
        <translation>Plan</translation>
    </message>
    <message>
        <source>verify, %1, blocks of %2</source>
        <translation>Prüfen, %1, Blöcke von %2</translation>
    </message>
    <message>
        <source>read, %1, blocks of %2</source>
        <translation>Lesen, %1, Blöcke von %2</translation>
    </message>
    <message>
        <source>Ended</source>
        <translation>Beendet</translation>
    </message>
    <message>
        <source>Time</source>
        <translation>Zeit</translation>
    </message>
    <message>
        <source>%1 at %2 on average</source>
        <translation>%1, im Mittel mit %2</translation>
    </message>
    <message>
        <source>Blocks</source>
        <translation>Blöcke</translation>
    </message>
    <message>
        <source>Number</source>
        <translation>Anzahl</translation>
    </message>
    <message>
        <source>What that means</source>
        <translation>Was das heißt</translation>
    </message>
    <message>
        <source>What the drive says of itself, on %1</source>
        <translation>Was das Laufwerk von sich sagt, am %1</translation>
    </message>
    <message>
        <source>Reading</source>
        <translation>Angabe</translation>
    </message>
    <message>
        <source>Value</source>
        <translation>Wert</translation>
    </message>
    <message>
        <source>Finding</source>
        <translation>Befund</translation>
    </message>
    <message>
        <source>It says nothing of its health here.</source>
        <translation>Über seine Gesundheit sagt es hier nichts.</translation>
    </message>
    <message>
        <source>Its own tests, the latest first</source>
        <translation>Seine eigenen Tests, der letzte zuerst</translation>
    </message>
    <message>
        <source>Test</source>
        <translation>Test</translation>
    </message>
    <message>
        <source>Result</source>
        <translation>Ergebnis</translation>
    </message>
    <message>
        <source>At hours switched on</source>
        <translation>Bei Betriebsstunden</translation>
    </message>
    <message>
        <source>Failed at LBA</source>
        <translation>Gescheitert bei LBA</translation>
    </message>
    <message>
        <source>What it says it is and can, on %1</source>
        <translation>Was es nach eigener Angabe ist und kann, am %1</translation>
    </message>
    <message>
        <source>Defects found on %1</source>
        <translation>Mängel, gefunden am %1</translation>
    </message>
    <message>
        <source>Where</source>
        <translation>Wo</translation>
    </message>
    <message>
        <source>Grade</source>
        <translation>Stufe</translation>
    </message>
    <message>
        <source>Standing</source>
        <translation>Stand</translation>
    </message>
    <message>
        <source>Answer</source>
        <translation>Antwort</translation>
    </message>
    <message>
        <source>%1 more stand in the scan&apos;s own files.</source>
        <translation>%1 weitere stehen in den Dateien des Scans.</translation>
    </message>
    <message>
        <source>scan begun</source>
        <translation>Scan begonnen</translation>
    </message>
    <message>
        <source>pace measured</source>
        <translation>Tempo gemessen</translation>
    </message>
    <message>
        <source>paused</source>
        <translation>angehalten</translation>
    </message>
    <message>
        <source>resumed</source>
        <translation>weiter</translation>
    </message>
    <message>
        <source>no answer</source>
        <translation>keine Antwort</translation>
    </message>
    <message>
        <source>stalled</source>
        <translation>steht</translation>
    </message>
    <message>
        <source>unreadable</source>
        <translation>unlesbar</translation>
    </message>
    <message>
        <source>unreadable once</source>
        <translation>einmal unlesbar</translation>
    </message>
    <message>
        <source>link fault</source>
        <translation>Übertragungsfehler</translation>
    </message>
    <message>
        <source>drive silent</source>
        <translation>Laufwerk schweigt</translation>
    </message>
    <message>
        <source>drive is back</source>
        <translation>Laufwerk ist zurück</translation>
    </message>
    <message>
        <source>taken back</source>
        <translation>zurückgenommen</translation>
    </message>
    <message>
        <source>blocks are split</source>
        <translation>Blöcke zerlegt</translation>
    </message>
    <message>
        <source>not direct</source>
        <translation>nicht direkt</translation>
    </message>
    <message>
        <source>partial sector</source>
        <translation>Teilsektor</translation>
    </message>
    <message>
        <source>block layer</source>
        <translation>Blockschicht</translation>
    </message>
    <message>
        <source>reset</source>
        <translation>zurückgesetzt</translation>
    </message>
    <message>
        <source>not ready</source>
        <translation>nicht bereit</translation>
    </message>
    <message>
        <source>in use</source>
        <translation>in Gebrauch</translation>
    </message>
    <message>
        <source>stop rule met</source>
        <translation>Regel trifft zu</translation>
    </message>
    <message>
        <source>rule asks</source>
        <translation>Regel fragt</translation>
    </message>
    <message>
        <source>seen again</source>
        <translation>wieder gesehen</translation>
    </message>
    <message>
        <source>good this time</source>
        <translation>diesmal gut</translation>
    </message>
    <message>
        <source>disturbed</source>
        <translation>gestört</translation>
    </message>
    <message>
        <source>seen once</source>
        <translation>einmal gesehen</translation>
    </message>
    <message>
        <source>put off</source>
        <translation>aufgeschoben</translation>
    </message>
    <message>
        <source>too warm</source>
        <translation>zu warm</translation>
    </message>
    <message>
        <source>cooled</source>
        <translation>abgekühlt</translation>
    </message>
    <message>
        <source>going on</source>
        <translation>weiter</translation>
    </message>
    <message>
        <source>verify checked</source>
        <translation>Prüfen geprüft</translation>
    </message>
    <message>
        <source>not believed</source>
        <translation>nicht geglaubt</translation>
    </message>
    <message>
        <source>gives up sooner</source>
        <translation>gibt eher auf</translation>
    </message>
    <message>
        <source>own patience</source>
        <translation>eigene Geduld</translation>
    </message>
    <message>
        <source>own setting back</source>
        <translation>Einstellung zurück</translation>
    </message>
    <message>
        <source>setting owed</source>
        <translation>Einstellung schuldig</translation>
    </message>
    <message>
        <source>another name</source>
        <translation>anderer Name</translation>
    </message>
    <message>
        <source>no grade</source>
        <translation>keine Stufe</translation>
    </message>
    <message>
        <source>saving stuck</source>
        <translation>Sichern stockt</translation>
    </message>
    <message>
        <source>saving goes on</source>
        <translation>Sichern geht weiter</translation>
    </message>
    <message>
        <source>image compared</source>
        <translation>Abbild verglichen</translation>
    </message>
    <message>
        <source>image with holes</source>
        <translation>Abbild mit Löchern</translation>
    </message>
    <message>
        <source>another drive?</source>
        <translation>anderes Laufwerk?</translation>
    </message>
    <message>
        <source>nothing reads</source>
        <translation>nichts liest</translation>
    </message>
    <message>
        <source>several at once</source>
        <translation>mehrere zugleich</translation>
    </message>
    <message>
        <source>one at a time</source>
        <translation>eins nach dem andern</translation>
    </message>
    <message>
        <source>kept for last</source>
        <translation>für zuletzt</translation>
    </message>
    <message>
        <source>left alone</source>
        <translation>in Ruhe gelassen</translation>
    </message>
    <message>
        <source>treated</source>
        <translation>behandelt</translation>
    </message>
    <message>
        <source>treats no more</source>
        <translation>behandelt nicht mehr</translation>
    </message>
    <message>
        <source>tape is full</source>
        <translation>Mitschrift voll</translation>
    </message>
    <message>
        <source>complete</source>
        <translation>vollständig</translation>
    </message>
    <message>
        <source>ended</source>
        <translation>beendet</translation>
    </message>
    <message>
        <source>%1 expected</source>
        <translation>%1 erwartet</translation>
    </message>
    <message>
        <source>%1 %2 late (%3), %4</source>
        <translation>%1 %2 verspätet (%3), %4</translation>
    </message>
    <message>
        <source>waiting; nothing more is sent</source>
        <translation>wartet; nichts weiter wird geschickt</translation>
    </message>
    <message>
        <source>answered after %1</source>
        <translation>beantwortet nach %1</translation>
    </message>
    <message>
        <source>%1, to be measured again at the end</source>
        <translation>%1, wird am Ende nachgemessen</translation>
    </message>
    <message>
        <source>%1, read again: same</source>
        <translation>%1, noch einmal gelesen: dasselbe</translation>
    </message>
    <message>
        <source>%1, no cause given</source>
        <translation>%1, keine Ursache genannt</translation>
    </message>
    <message>
        <source>one of %1 failed, the drive did not say which; all read the second time</source>
        <translation>einer von %1 schlug fehl, welcher, sagte das Laufwerk nicht; beim zweiten Mal lasen alle</translation>
    </message>
    <message>
        <source>%1, read the second time</source>
        <translation>%1, beim zweiten Mal gelesen</translation>
    </message>
    <message>
        <source>damaged on the way; %1 so far</source>
        <translation>unterwegs beschädigt; bisher %1</translation>
    </message>
    <message>
        <source>trying a block that could be read</source>
        <translation>versucht einen Block, der sich lesen ließ</translation>
    </message>
    <message>
        <source>going on where it left</source>
        <translation>geht dort weiter, wo es war</translation>
    </message>
    <message>
        <source>this block does not count</source>
        <translation>dieser Block zählt nicht</translation>
    </message>
    <message>
        <source>into commands of %1: a latency is their sum</source>
        <translation>in Befehle von %1: eine Antwortzeit ist ihre Summe</translation>
    </message>
    <message>
        <source>the block is read again, nothing is graded</source>
        <translation>der Block wird noch einmal gelesen, nichts wird eingestuft</translation>
    </message>
    <message>
        <source>busy with internal work; waiting, nothing is graded</source>
        <translation>mit innerer Arbeit beschäftigt; wartet, nichts wird eingestuft</translation>
    </message>
    <message>
        <source>timings suffer</source>
        <translation>die Zeiten leiden</translation>
    </message>
    <message>
        <source>unreadable again, from the medium</source>
        <translation>wieder unlesbar, vom Medium</translation>
    </message>
    <message>
        <source>late again from the medium, but not as long: %1</source>
        <translation>wieder verspätet vom Medium, aber nicht so lange: %1</translation>
    </message>
    <message>
        <source>late again from the medium: %1</source>
        <translation>wieder verspätet vom Medium: %1</translation>
    </message>
    <message>
        <source>%1 from the medium</source>
        <translation>%1 vom Medium</translation>
    </message>
    <message>
        <source>%1; %2 so far</source>
        <translation>%1; bisher %2</translation>
    </message>
    <message>
        <source>%1 findings could not be measured again from the medium</source>
        <translation>%1 Befunde ließen sich nicht vom Medium nachmessen</translation>
    </message>
    <message>
        <source>failed after %1; looked into last</source>
        <translation>fehlgeschlagen nach %1; wird zuletzt untersucht</translation>
    </message>
    <message>
        <source>%1 °C; waiting until it is cooler</source>
        <translation>%1 °C; wartet, bis es kühler ist</translation>
    </message>
    <message>
        <source>what was vouched for is not read again</source>
        <translation>was verbürgt war, wird nicht noch einmal gelesen</translation>
    </message>
    <message>
        <source>takes as long as reading the medium must, %1</source>
        <translation>dauert so lange, wie das Lesen des Mediums dauern muss, %1</translation>
    </message>
    <message>
        <source>answers in %1, faster than the medium can be</source>
        <translation>antwortet in %1, schneller als das Medium sein kann</translation>
    </message>
    <message>
        <source>on a bad sector after %1, for now</source>
        <translation>bei einem schlechten Sektor nach %1, fürs Erste</translation>
    </message>
    <message>
        <source>how long the drive retries a bad sector cannot be set here</source>
        <translation>wie lange das Laufwerk einen schlechten Sektor versucht, lässt sich hier nicht einstellen</translation>
    </message>
    <message>
        <source>the drive tries as long as it did before</source>
        <translation>das Laufwerk versucht es so lange wie vorher</translation>
    </message>
    <message>
        <source>it could not be put back; Orbita does so when the drive answers again</source>
        <translation>sie ließ sich nicht zurückstellen; Orbita tut es, wenn das Laufwerk wieder antwortet</translation>
    </message>
    <message>
        <source>the same serial number and capacity at another place</source>
        <translation>dieselbe Seriennummer und Kapazität an anderer Stelle</translation>
    </message>
    <message>
        <source>by the drive&apos;s own word; it answers without its medium: vouches for nothing</source>
        <translation>nach eigener Aussage des Laufwerks; es antwortet ohne sein Medium: bürgt für nichts</translation>
    </message>
    <message>
        <source>reads as zeros, which a drive that can forget gives without looking: vouches for nothing</source>
        <translation>liest sich als Nullen, die ein Laufwerk, das vergessen kann, ohne hinzusehen liefert: bürgt für nichts</translation>
    </message>
    <message>
        <source>read in %1, with nothing on this drive to compare that with</source>
        <translation>gelesen in %1, ohne Vergleich auf diesem Laufwerk</translation>
    </message>
    <message>
        <source>reading waits until it can be written</source>
        <translation>das Lesen wartet, bis es sich schreiben lässt</translation>
    </message>
    <message>
        <source>what had been read is written, reading goes on</source>
        <translation>was gelesen war, ist geschrieben, das Lesen geht weiter</translation>
    </message>
    <message>
        <source>every part is what was saved</source>
        <translation>jeder Teil ist, was gesichert wurde</translation>
    </message>
    <message>
        <source>%1 parts are not what was saved: kept, in doubt, and read anew</source>
        <translation>%1 Teile sind nicht, was gesichert wurde: behalten, in Zweifel, und neu gelesen</translation>
    </message>
    <message>
        <source>the image holds %1</source>
        <translation>das Abbild enthält %1</translation>
    </message>
    <message>
        <source>it says that another may have been put in; asked who it is, and compared with what was read</source>
        <translation>es sagt, dass vielleicht ein anderes eingesetzt wurde; gefragt, wer es ist, und mit Gelesenem verglichen</translation>
    </message>
    <message>
        <source>no place that was asked for can be read, and the system still has the drive: whether it is its surface or the connection to it, cannot be determined here</source>
        <translation>keine verlangte Stelle lässt sich lesen, und das System hat das Laufwerk noch: ob es seine Oberfläche ist oder die Verbindung, lässt sich hier nicht feststellen</translation>
    </message>
    <message>
        <source>%1 commands at the drive at once; what looks slow is measured again alone</source>
        <translation>%1 Befehle zugleich am Laufwerk; was langsam aussieht, wird einzeln nachgemessen</translation>
    </message>
    <message>
        <source>this order, or this way to the drive, allows no more</source>
        <translation>diese Reihenfolge oder dieser Weg zum Laufwerk erlaubt nicht mehr</translation>
    </message>
    <message>
        <source>the drive came to a standstill there; so are %1 on either side</source>
        <translation>das Laufwerk kam dort zum Stillstand; so auch %1 auf jeder Seite</translation>
    </message>
    <message>
        <source>the drive came to a standstill there %1 times</source>
        <translation>das Laufwerk kam dort %1-mal zum Stillstand</translation>
    </message>
    <message>
        <source>what follows is counted, not listed</source>
        <translation>was folgt, wird gezählt, nicht aufgeführt</translation>
    </message>
    <message>
        <source>%1 d %2 h</source>
        <translation>%1 d %2 h</translation>
    </message>
    <message>
        <source>%1 h %2 min</source>
        <translation>%1 h %2 min</translation>
    </message>
    <message>
        <source>%1 min %2 s</source>
        <translation>%1 min %2 s</translation>
    </message>
    <message>
        <source>%1 s</source>
        <translation>%1 s</translation>
    </message>
    <message>
        <source>d MMM yyyy</source>
        <translation>d. MMM yyyy</translation>
    </message>
    <message>
        <source>d MMM yyyy, hh:mm</source>
        <translation>d. MMM yyyy, hh:mm</translation>
    </message>
    <message>
        <source>hh:mm</source>
        <translation>hh:mm</translation>
    </message>
    <message>
        <source>d MMMM yyyy</source>
        <translation>d. MMMM yyyy</translation>
    </message>
    <message>
        <source>d MMMM yyyy, hh:mm</source>
        <translation>d. MMMM yyyy, hh:mm</translation>
    </message>
    <message>
        <source>5.25 inch</source>
        <translation>5,25 Zoll</translation>
    </message>
    <message>
        <source>3.5 inch</source>
        <translation>3,5 Zoll</translation>
    </message>
    <message>
        <source>2.5 inch</source>
        <translation>2,5 Zoll</translation>
    </message>
    <message>
        <source>1.8 inch</source>
        <translation>1,8 Zoll</translation>
    </message>
    <message>
        <source>smaller than 1.8 inch</source>
        <translation>kleiner als 1,8 Zoll</translation>
    </message>
    <message>
        <source>a chip</source>
        <translation>ein Chip</translation>
    </message>
    <message>
        <source>not told</source>
        <translation>nicht genannt</translation>
    </message>
    <message>
        <source>%1 MiB</source>
        <translation>%1 MiB</translation>
    </message>
    <message>
        <source>%1 Gb/s</source>
        <translation>%1 Gbit/s</translation>
    </message>
    <message>
        <source>%1 commands at once</source>
        <translation>%1 Befehle zugleich</translation>
    </message>
    <message>
        <source>%1 (%2 bytes)</source>
        <translation>%1 (%2 Byte)</translation>
    </message>
    <message>
        <source>%1 rpm</source>
        <translation>%1 U/min</translation>
    </message>
    <message>
        <source>on, level %1 of 254</source>
        <translation>an, Stufe %1 von 254</translation>
    </message>
    <message>
        <source>zones that must be written in order</source>
        <translation>Zonen, die der Reihe nach geschrieben werden müssen</translation>
    </message>
    <message>
        <source>shingled; zones are best written in order</source>
        <translation>überlappend; Zonen werden am besten der Reihe nach geschrieben</translation>
    </message>
    <message>
        <source>shingled; the drive arranges it by itself</source>
        <translation>überlappend; das Laufwerk ordnet es selbst</translation>
    </message>
    <message>
        <source>Follows the standard</source>
        <translation>Folgt der Norm</translation>
    </message>
    <message>
        <source>Link, as negotiated</source>
        <translation>Verbindung, wie ausgehandelt</translation>
    </message>
    <message>
        <source>Fastest link it can</source>
        <translation>Schnellste Verbindung, die es kann</translation>
    </message>
    <message>
        <source>Queues commands</source>
        <translation>Reiht Befehle auf</translation>
    </message>
    <message>
        <source>Hidden beyond that</source>
        <translation>Darüber hinaus verborgen</translation>
    </message>
    <message>
        <source>Logical sector</source>
        <translation>Logischer Sektor</translation>
    </message>
    <message>
        <source>Physical sector</source>
        <translation>Physischer Sektor</translation>
    </message>
    <message>
        <source>Sector 0 is aligned</source>
        <translation>Sektor 0 ist ausgerichtet</translation>
    </message>
    <message>
        <source>Form</source>
        <translation>Bauform</translation>
    </message>
    <message>
        <source>Rotation</source>
        <translation>Drehzahl</translation>
    </message>
    <message>
        <source>Memory of its own</source>
        <translation>Eigener Speicher</translation>
    </message>
    <message>
        <source>Zoned or shingled</source>
        <translation>Zonen oder überlappend</translation>
    </message>
    <message>
        <source>Check data with each sector</source>
        <translation>Prüfdaten bei jedem Sektor</translation>
    </message>
    <message>
        <source>Watches its own health</source>
        <translation>Wacht über seine Gesundheit</translation>
    </message>
    <message>
        <source>Tests itself</source>
        <translation>Testet sich selbst</translation>
    </message>
    <message>
        <source>Keeps logs</source>
        <translation>Führt Protokolle</translation>
    </message>
    <message>
        <source>Write cache</source>
        <translation>Schreibcache</translation>
    </message>
    <message>
        <source>Reads ahead</source>
        <translation>Liest voraus</translation>
    </message>
    <message>
        <source>Single writes past the cache</source>
        <translation>Einzelnes Schreiben am Cache vorbei</translation>
    </message>
    <message>
        <source>Saves power by level</source>
        <translation>Spart Strom in Stufen</translation>
    </message>
    <message>
        <source>Error recovery can be limited</source>
        <translation>Fehlerbehandlung begrenzbar</translation>
    </message>
    <message>
        <source>Trim</source>
        <translation>Trim</translation>
    </message>
    <message>
        <source>Trimmed sectors read as zeros</source>
        <translation>Getrimmte Sektoren lesen sich als Nullen</translation>
    </message>
    <message>
        <source>Verifies without handing data over</source>
        <translation>Prüft, ohne Daten herauszugeben</translation>
    </message>
    <message>
        <source>Password</source>
        <translation>Passwort</translation>
    </message>
    <message>
        <source>Locked now</source>
        <translation>Jetzt gesperrt</translation>
    </message>
    <message>
        <source>Password settings frozen</source>
        <translation>Passworteinstellungen eingefroren</translation>
    </message>
    <message>
        <source>Encrypts itself and locks</source>
        <translation>Verschlüsselt sich und sperrt</translation>
    </message>
    <message>
        <source>Sanitize: empties itself whole</source>
        <translation>Sanitize: leert sich ganz</translation>
    </message>
    <message>
        <source>Who it is</source>
        <translation>Wer es ist</translation>
    </message>
    <message>
        <source>How it is reached</source>
        <translation>Wie es erreicht wird</translation>
    </message>
    <message>
        <source>What it is made of</source>
        <translation>Woraus es besteht</translation>
    </message>
    <message>
        <source>What it can</source>
        <translation>Was es kann</translation>
    </message>
    <message>
        <source>Who may read it, and how it is emptied</source>
        <translation>Wer es lesen darf, und wie es geleert wird</translation>
    </message>
    <message>
        <source>no</source>
        <translation>nein</translation>
    </message>
    <message>
        <source>yes</source>
        <translation>ja</translation>
    </message>
    <message>
        <source>none is set</source>
        <translation>keines ist gesetzt</translation>
    </message>
    <message>
        <source>can, and is off</source>
        <translation>kann es, ist aus</translation>
    </message>
    <message>
        <source>one is set</source>
        <translation>eines ist gesetzt</translation>
    </message>
    <message>
        <source>can, and is on</source>
        <translation>kann es, ist an</translation>
    </message>
    <message>
        <source>one of these, not said which</source>
        <translation>eine davon, welche ist nicht gesagt</translation>
    </message>
    <message>
        <source>no cause given</source>
        <translation>keine Ursache genannt</translation>
    </message>
    <message>
        <source>Its surface was read on neither visit: only what the drive says of itself can be compared.</source>
        <translation>Bei keinem der Besuche wurde die Oberfläche gelesen: vergleichen lässt sich nur, was das Laufwerk von sich sagt.</translation>
    </message>
    <message>
        <source>Its surface was not read on %1: only what the drive says of itself can be compared.</source>
        <translation>Am %1 wurde die Oberfläche nicht gelesen: vergleichen lässt sich nur, was das Laufwerk von sich sagt.</translation>
    </message>
    <message>
        <source>%1 % of the drive was read on both visits.</source>
        <translation>%1 % des Laufwerks wurden bei beiden Besuchen gelesen.</translation>
    </message>
    <message>
        <source>%1 %2</source>
        <translation>%1 %2</translation>
    </message>
    <message>
        <source>No place was late enough to be listed, on either visit.</source>
        <translation>Bei keinem der Besuche war eine Stelle verspätet genug, um aufgeführt zu werden.</translation>
    </message>
    <message>
        <source>Defects: %1.</source>
        <translation>Mängel: %1.</translation>
    </message>
    <message>
        <source>Of patches with unreadable sectors, %1 new and %2 grown.</source>
        <translation>Von den Flecken mit unlesbaren Sektoren sind %1 neu und %2 gewachsen.</translation>
    </message>
    <message>
        <source>The pace is as before</source>
        <translation>Das Tempo ist wie zuvor</translation>
    </message>
    <message>
        <source>Reading takes %1 % longer than before</source>
        <translation>Das Lesen dauert %1 % länger als zuvor</translation>
    </message>
    <message>
        <source>Reading takes %1 % less time than before</source>
        <translation>Das Lesen dauert %1 % kürzer als zuvor</translation>
    </message>
    <message>
        <source>; most at %1 % of the drive, %2 % longer</source>
        <translation>; am meisten bei %1 % des Laufwerks, %2 % länger</translation>
    </message>
    <message>
        <source>new</source>
        <translation>neu</translation>
    </message>
    <message>
        <source>worse</source>
        <translation>schlimmer</translation>
    </message>
    <message>
        <source>as before</source>
        <translation>wie zuvor</translation>
    </message>
    <message>
        <source>better</source>
        <translation>besser</translation>
    </message>
    <message>
        <source>gone</source>
        <translation>weg</translation>
    </message>
    <message>
        <source>not compared</source>
        <translation>nicht verglichen</translation>
    </message>
    <message>
        <source>%1; not read on the other visit</source>
        <translation>%1; beim anderen Besuch nicht gelesen</translation>
    </message>
    <message>
        <source>%1, as before</source>
        <translation>%1, wie zuvor</translation>
    </message>
    <message>
        <source>%1, was %2</source>
        <translation>%1, vorher %2</translation>
    </message>
    <message>
        <source>Counters that never go back have gone back: these cannot both be visits of this drive, or its electronics were replaced.</source>
        <translation>Zähler, die nie zurückgehen, sind zurückgegangen: nicht beide können Besuche dieses Laufwerks sein, oder seine Elektronik wurde ersetzt.</translation>
    </message>
    <message>
        <source>The pace cannot be compared: it was read in other blocks, or in another way.</source>
        <translation>Das Tempo lässt sich nicht vergleichen: es wurde in anderen Blöcken oder auf andere Weise gelesen.</translation>
    </message>
    <message>
        <source>Wear: no change that counting could tell, %1 doublings.</source>
        <translation>Abnutzung: keine Änderung, die sich zählen ließe, %1 Verdopplungen.</translation>
    </message>
    <message>
        <source>Wear has changed by %1 doublings.</source>
        <translation>Die Abnutzung hat sich um %1 Verdopplungen geändert.</translation>
    </message>
    <message>
        <source>The drive has run for %1 hours between both.</source>
        <translation>Dazwischen lief das Laufwerk %1 Stunden.</translation>
    </message>
    <message>
        <source>far more</source>
        <translation>weit mehr</translation>
    </message>
    <message>
        <source>far less</source>
        <translation>weit weniger</translation>
    </message>
    <message>
        <source>%1 in 1000 hours</source>
        <translation>%1 in 1000 Stunden</translation>
    </message>
    <message>
        <source>%1 (%2 to %3)</source>
        <translation>%1 (%2 bis %3)</translation>
    </message>
    <message>
        <source>%1, ruled otherwise</source>
        <translation>%1, anders geurteilt</translation>
    </message>
    <message>
        <source>The surface was not read.</source>
        <translation>Die Oberfläche wurde nicht gelesen.</translation>
    </message>
    <message>
        <source>%1 of 64 zones read</source>
        <translation>%1 von 64 Zonen gelesen</translation>
    </message>
    <message>
        <source>%1 in %2</source>
        <translation>%1 in %2</translation>
    </message>
    <message>
        <source>the logo</source>
        <translation>das Logo</translation>
    </message>
    <message>
        <source>reading the logo</source>
        <translation>das Lesen des Logos</translation>
    </message>
    <message>
        <source>it is no picture that can be read, or one that is too large</source>
        <translation>es ist kein Bild, das sich lesen lässt, oder ein zu großes</translation>
    </message>
    <message>
        <source>Name a PNG or JPEG of at most 8192 pixels a side.</source>
        <translation>Nennen Sie ein PNG oder JPEG von höchstens 8192 Pixeln je Seite.</translation>
    </message>
    <message>
        <source>Name a PNG or JPEG that opens elsewhere.</source>
        <translation>Nennen Sie ein PNG oder JPEG, das sich anderswo öffnen lässt.</translation>
    </message>
    <message>
        <source>serial %1 · %2</source>
        <translation>Seriennummer %1 · %2</translation>
    </message>
    <message>
        <source>1 place</source>
        <translation>1 Stelle</translation>
    </message>
    <message>
        <source>%1 places</source>
        <translation>%1 Stellen</translation>
    </message>
    <message>
        <source>less than 0.1 %</source>
        <translation>weniger als 0,1 %</translation>
    </message>
    <message>
        <source>All of it, %1</source>
        <translation>Alles davon, %1</translation>
    </message>
    <message>
        <source>%1 that read late, %2</source>
        <translation>%1, die verspätet lasen, %2</translation>
    </message>
    <message>
        <source>not known before it has begun</source>
        <translation>vor dem Beginn nicht bekannt</translation>
    </message>
    <message>
        <source>%1 of its life, by how it has worn so far</source>
        <translation>%1 seines Lebens, nach der Abnutzung bisher</translation>
    </message>
    <message>
        <source>%1 of all that was ever written to it, once more</source>
        <translation>%1 von allem, was je darauf geschrieben wurde, noch einmal</translation>
    </message>
    <message>
        <source>as much as filling it once; it does not say how it has worn</source>
        <translation>so viel wie einmal füllen; es sagt nicht, wie abgenutzt es ist</translation>
    </message>
    <message>
        <source>%1 are read, written back exactly as they are, and read again.</source>
        <translation>%1 werden gelesen, genau so zurückgeschrieben und noch einmal gelesen.</translation>
    </message>
    <message>
        <source>By the pace of its last scan that takes about %1.</source>
        <translation>Nach dem Tempo seines letzten Scans dauert das etwa %1.</translation>
    </message>
    <message>
        <source>How long that takes shows once it has begun.</source>
        <translation>Wie lange das dauert, zeigt sich, wenn es begonnen hat.</translation>
    </message>
    <message>
        <source>It wears the drive: %1.</source>
        <translation>Es nutzt das Laufwerk ab: %1.</translation>
    </message>
    <message>
        <source>This writes to all of %1: every sector that can be read gets back exactly what it holds.</source>
        <translation>Das schreibt auf alle %1: jeder Sektor, der sich lesen lässt, bekommt genau zurück, was er enthält.</translation>
    </message>
    <message>
        <source>This writes to %1: %2 that read late get back exactly what they hold.</source>
        <translation>Das schreibt auf %1: %2, die verspätet lesen, bekommen genau zurück, was sie enthalten.</translation>
    </message>
    <message>
        <source>What cannot be read, %1, is left alone.</source>
        <translation>Was sich nicht lesen lässt, %1, wird in Ruhe gelassen.</translation>
    </message>
    <message>
        <source>What holds nothing but zeros is left alone.</source>
        <translation>Was nur Nullen enthält, wird in Ruhe gelassen.</translation>
    </message>
    <message>
        <source>Read again</source>
        <translation>Noch einmal lesen</translation>
    </message>
    <message>
        <source>Asking the drive what it counts now</source>
        <translation>Das Laufwerk wird gefragt, was es jetzt zählt</translation>
    </message>
    <message>
        <source>Looking at what was on its way when it was broken off</source>
        <translation>Angesehen wird, was beim Abbruch unterwegs war</translation>
    </message>
    <message>
        <source>%1 °C: waiting until it is cooler; nothing is read or written meanwhile</source>
        <translation>%1 °C: wartet, bis es kühler ist; so lange wird nichts gelesen oder geschrieben</translation>
    </message>
    <message>
        <source>Waiting until it is cooler</source>
        <translation>Wartet, bis es kühler ist</translation>
    </message>
    <message>
        <source>Closing the journal</source>
        <translation>Das Journal wird geschlossen</translation>
    </message>
    <message>
        <source>%1 refreshed, at LBA %2</source>
        <translation>%1 aufgefrischt, bei LBA %2</translation>
    </message>
    <message>
        <source>; about %1 left</source>
        <translation>; noch etwa %1</translation>
    </message>
    <message>
        <source>Refreshed to the end.</source>
        <translation>Bis zum Ende aufgefrischt.</translation>
    </message>
    <message>
        <source>Stopped: sectors were met that cannot be read. Save the data, and treat them first.</source>
        <translation>Beendet: Sektoren ließen sich nicht lesen. Sichern Sie die Daten und behandeln Sie diese zuerst.</translation>
    </message>
    <message>
        <source>Stopped: the drive stays too hot. Cool it, then go on.</source>
        <translation>Beendet: das Laufwerk bleibt zu heiß. Kühlen Sie es, dann geht es weiter.</translation>
    </message>
    <message>
        <source>Stopped: what the drive reads is not what was written back. Do not trust it with anything.</source>
        <translation>Beendet: was das Laufwerk liest, ist nicht, was zurückgeschrieben wurde. Vertrauen Sie ihm nichts an.</translation>
    </message>
    <message>
        <source>%1 of %2 done: %3 read and written back as they were.</source>
        <translation>%1 von %2 erledigt: %3 gelesen und so zurückgeschrieben, wie sie waren.</translation>
    </message>
    <message>
        <source>%1 held nothing but zeros and were left alone.</source>
        <translation>%1 enthielten nur Nullen und wurden in Ruhe gelassen.</translation>
    </message>
    <message>
        <source>%1 read late, and in time now.</source>
        <translation>%1 lasen verspätet, jetzt rechtzeitig.</translation>
    </message>
    <message>
        <source>%1 read late; %2 of them in time now.</source>
        <translation>%1 lasen verspätet; %2 davon jetzt rechtzeitig.</translation>
    </message>
    <message>
        <source>Nothing read late.</source>
        <translation>Nichts las verspätet.</translation>
    </message>
    <message>
        <source>%1 that read in time before read late now.</source>
        <translation>%1, die zuvor rechtzeitig lasen, lesen jetzt verspätet.</translation>
    </message>
    <message>
        <source>1 physical sector that was not known cannot be read; it was left alone.</source>
        <translation>1 physischer Sektor, der nicht bekannt war, lässt sich nicht lesen; er wurde in Ruhe gelassen.</translation>
    </message>
    <message>
        <source>%1 physical sectors that were not known cannot be read; they were left alone.</source>
        <translation>%1 physische Sektoren, die nicht bekannt waren, lassen sich nicht lesen; sie wurden in Ruhe gelassen.</translation>
    </message>
    <message>
        <source>%1 the drive did not take; they read as before.</source>
        <translation>%1 nahm das Laufwerk nicht an; sie lesen wie zuvor.</translation>
    </message>
    <message>
        <source>%1 cannot be read any more; what they held is kept in the journal.</source>
        <translation>%1 lassen sich nicht mehr lesen; was sie enthielten, steht im Journal.</translation>
    </message>
    <message>
        <source>It offers no way past its cache: what was read again may have come from there. A scan will tell.</source>
        <translation>Es bietet keinen Weg an seinem Cache vorbei: was noch einmal gelesen wurde, kann von dort gekommen sein. Ein Scan wird es zeigen.</translation>
    </message>
    <message>
        <source>Save the data, take out of the journal what is kept there, and replace the drive.</source>
        <translation>Sichern Sie die Daten, holen Sie aus dem Journal, was dort steht, und ersetzen Sie das Laufwerk.</translation>
    </message>
    <message>
        <source>Scan the drive, then treat what cannot be read.</source>
        <translation>Scannen Sie das Laufwerk, dann behandeln Sie, was sich nicht lesen lässt.</translation>
    </message>
    <message>
        <source>What is still late lies on a weak part of the drive: scan it again in a few weeks.</source>
        <translation>Was noch verspätet ist, liegt auf einem schwachen Teil des Laufwerks: scannen Sie es in ein paar Wochen wieder.</translation>
    </message>
    <message>
        <source>read late, in time now</source>
        <translation>las verspätet, jetzt rechtzeitig</translation>
    </message>
    <message>
        <source>reads as late as before</source>
        <translation>liest so verspätet wie zuvor</translation>
    </message>
    <message>
        <source>read in time before, late now</source>
        <translation>las zuvor rechtzeitig, jetzt verspätet</translation>
    </message>
    <message>
        <source>cannot be read; left alone</source>
        <translation>nicht lesbar; in Ruhe gelassen</translation>
    </message>
    <message>
        <source>not taken by the drive; reads as before</source>
        <translation>vom Laufwerk nicht angenommen; liest wie zuvor</translation>
    </message>
    <message>
        <source>cannot be read any more; kept in the journal</source>
        <translation>nicht mehr lesbar; im Journal behalten</translation>
    </message>
    <message>
        <source>reads otherwise than it was written; kept in the journal</source>
        <translation>liest anders, als geschrieben wurde; im Journal behalten</translation>
    </message>
    <message>
        <source>somebody wrote there meanwhile; what it held is kept in the journal</source>
        <translation>jemand schrieb inzwischen dorthin; was dort war, ist im Journal behalten</translation>
    </message>
    <message>
        <source> (the drive: %1)</source>
        <translation> (das Laufwerk: %1)</translation>
    </message>
    <message>
        <source>all of it refreshed</source>
        <translation>alles aufgefrischt</translation>
    </message>
    <message>
        <source>%1 refreshed</source>
        <translation>%1 aufgefrischt</translation>
    </message>
    <message>
        <source>%1, broken off after %2.</source>
        <translation>%1, abgebrochen nach %2.</translation>
    </message>
    <message>
        <source>Refresh of %1, begun %2.</source>
        <translation>Auffrischen von %1, begonnen %2.</translation>
    </message>
    <message>
        <source>It was refreshed against advice.</source>
        <translation>Es wurde gegen den Rat aufgefrischt.</translation>
    </message>
    <message>
        <source>It took %1.</source>
        <translation>Es dauerte %1.</translation>
    </message>
    <message>
        <source>The drive&apos;s own counts: %1.</source>
        <translation>Was das Laufwerk selbst zählt: %1.</translation>
    </message>
    <message>
        <source>  and %1 more, in the journal</source>
        <translation>  und %1 weitere, im Journal</translation>
    </message>
    <message>
        <source>Its journal: %1.</source>
        <translation>Sein Journal: %1.</translation>
    </message>
    <message>
        <source>%1 doublings (%2 to %3 with 95 % confidence)</source>
        <translation>%1 Verdopplungen (%2 bis %3 mit 95 % Sicherheit)</translation>
    </message>
    <message>
        <source>an unworn drive of any kind</source>
        <translation>einem neuen Laufwerk jeder Art</translation>
    </message>
    <message>
        <source>an unworn one of its model, by %1 in the casebook</source>
        <translation>einem neuen seines Modells, nach %1 im Fallbuch</translation>
    </message>
    <message>
        <source>Wear %1: %2 times as many places answer late as on %3</source>
        <translation>Abnutzung %1: %2-mal so viele Stellen antworten verspätet wie bei %3</translation>
    </message>
    <message>
        <source>Wear %1: no more places answer late than on %2</source>
        <translation>Abnutzung %1: nicht mehr Stellen antworten verspätet als bei %2</translation>
    </message>
    <message>
        <source>; since its first scan here, on %1, %2</source>
        <translation>; seit dem ersten Scan hier, am %1, %2</translation>
    </message>
    <message>
        <source>One patch of unreadable sectors is new since the visit before</source>
        <translation>Ein Fleck unlesbarer Sektoren ist seit dem vorigen Besuch neu</translation>
    </message>
    <message>
        <source>%1 patches of unreadable sectors are new since the visit before</source>
        <translation>%1 Flecken unlesbarer Sektoren sind seit dem vorigen Besuch neu</translation>
    </message>
    <message>
        <source>One patch has grown since the visit before</source>
        <translation>Ein Fleck ist seit dem vorigen Besuch gewachsen</translation>
    </message>
    <message>
        <source>%1 patches have grown since the visit before</source>
        <translation>%1 Flecken sind seit dem vorigen Besuch gewachsen</translation>
    </message>
    <message>
        <source>Unreadable sectors in one place</source>
        <translation>Unlesbare Sektoren an einer Stelle</translation>
    </message>
    <message>
        <source>Unreadable sectors in %1 separate places</source>
        <translation>Unlesbare Sektoren an %1 getrennten Stellen</translation>
    </message>
    <message>
        <source>One physical sector cannot be read</source>
        <translation>Ein physischer Sektor lässt sich nicht lesen</translation>
    </message>
    <message>
        <source>%1 physical sectors cannot be read</source>
        <translation>%1 physische Sektoren lassen sich nicht lesen</translation>
    </message>
    <message>
        <source>One patch could not be read; it was treated, and reads well now</source>
        <translation>Ein Fleck ließ sich nicht lesen; er wurde behandelt und liest jetzt gut</translation>
    </message>
    <message>
        <source>%1 patches could not be read; they were treated, and read well now</source>
        <translation>%1 Flecken ließen sich nicht lesen; sie wurden behandelt und lesen jetzt gut</translation>
    </message>
    <message>
        <source>One patch was written to, and cannot be read all the same</source>
        <translation>Ein Fleck wurde beschrieben und ist trotzdem nicht lesbar</translation>
    </message>
    <message>
        <source>%1 patches were written to, and cannot be read all the same</source>
        <translation>%1 Flecken wurden beschrieben und sind trotzdem nicht lesbar</translation>
    </message>
    <message>
        <source>One place failed once and has read well since</source>
        <translation>Eine Stelle schlug einmal fehl und las seither gut</translation>
    </message>
    <message>
        <source>%1 places failed once and have read well since</source>
        <translation>%1 Stellen schlugen einmal fehl und lasen seither gut</translation>
    </message>
    <message>
        <source>In one place the drive did not answer within the limit</source>
        <translation>An einer Stelle antwortete das Laufwerk nicht innerhalb der Grenze</translation>
    </message>
    <message>
        <source>In %1 places the drive did not answer within the limit</source>
        <translation>An %1 Stellen antwortete das Laufwerk nicht innerhalb der Grenze</translation>
    </message>
    <message>
        <source>One place is straining: readable, but only after very many tries</source>
        <translation>Eine Stelle ist gequält: lesbar, aber erst nach sehr vielen Versuchen</translation>
    </message>
    <message>
        <source>%1 places are straining: readable, but only after very many tries</source>
        <translation>%1 Stellen sind gequält: lesbar, aber erst nach sehr vielen Versuchen</translation>
    </message>
    <message>
        <source>One place is laboured: readable after several tries</source>
        <translation>Eine Stelle ist mühsam: lesbar nach mehreren Versuchen</translation>
    </message>
    <message>
        <source>%1 places are laboured: readable after several tries</source>
        <translation>%1 Stellen sind mühsam: lesbar nach mehreren Versuchen</translation>
    </message>
    <message>
        <source>%1 % of the blocks came late</source>
        <translation>%1 % der Blöcke kamen verspätet</translation>
    </message>
    <message>
        <source>The drive froze in one place, which has not been read since</source>
        <translation>Das Laufwerk fror an einer Stelle ein, die seither nicht gelesen wurde</translation>
    </message>
    <message>
        <source>The drive froze in %1 places, which have not been read since</source>
        <translation>Das Laufwerk fror an %1 Stellen ein, die seither nicht gelesen wurden</translation>
    </message>
    <message>
        <source>The drive went away while one place was read</source>
        <translation>Das Laufwerk verschwand, während eine Stelle gelesen wurde</translation>
    </message>
    <message>
        <source>The drive went away while %1 places were read</source>
        <translation>Das Laufwerk verschwand, während %1 Stellen gelesen wurden</translation>
    </message>
    <message>
        <source>The drive froze or went away in one place that reads well now</source>
        <translation>Das Laufwerk fror ein oder verschwand an einer Stelle, die jetzt gut liest</translation>
    </message>
    <message>
        <source>The drive froze or went away in %1 places that read well now</source>
        <translation>Das Laufwerk fror ein oder verschwand an %1 Stellen, die jetzt gut lesen</translation>
    </message>
    <message>
        <source>Reading takes %1 % longer than on %2</source>
        <translation>Das Lesen dauert %1 % länger als am %2</translation>
    </message>
    <message>
        <source>One zone takes %1 % longer than its neighbours</source>
        <translation>Eine Zone braucht %1 % länger als ihre Nachbarn</translation>
    </message>
    <message>
        <source>Its answers are uneven: one block in a thousand is %1 units late or more</source>
        <translation>Die Antworten sind ungleichmäßig: ein Block von tausend ist %1 Einheiten verspätet oder mehr</translation>
    </message>
    <message>
        <source>house policy: %1 from %2 on</source>
        <translation>Hausregeln: %1 ab %2</translation>
    </message>
    <message>
        <source>no policy lets that pass</source>
        <translation>keine Hausregeln lassen das durchgehen</translation>
    </message>
    <message>
        <source>The drive has not been asked what it says of itself.</source>
        <translation>Das Laufwerk wurde nicht gefragt, was es von sich sagt.</translation>
    </message>
    <message>
        <source>The drive was asked, and says nothing of its health here.</source>
        <translation>Das Laufwerk wurde gefragt und sagt hier nichts über seine Gesundheit.</translation>
    </message>
    <message>
        <source>No self-test has come to an end in the last 168 hours that it ran; the house policy wants one.</source>
        <translation>In den letzten 168 Stunden, die es lief, ist kein Selbsttest zu Ende gekommen; die Hausregeln wollen einen.</translation>
    </message>
    <message>
        <source>Its surface has not been read.</source>
        <translation>Seine Oberfläche wurde nicht gelesen.</translation>
    </message>
    <message>
        <source>%1 % of it has been read; the house policy wants %2 %. That vouches for no more than itself.</source>
        <translation>%1 % davon wurden gelesen; die Hausregeln wollen %2 %. Das bürgt nur für sich selbst.</translation>
    </message>
    <message>
        <source>%1 % of it has been read, but too long ago for the house policy.</source>
        <translation>%1 % davon wurden gelesen, aber zu lange her für die Hausregeln.</translation>
    </message>
    <message>
        <source>Only a sample of it was read: up to %1 % of its blocks may be defective all the same.</source>
        <translation>Nur eine Stichprobe wurde gelesen: bis zu %1 % seiner Blöcke können trotzdem mangelhaft sein.</translation>
    </message>
    <message>
        <source>%1 % of it was read with nothing to compare its time with: it may be slow.</source>
        <translation>%1 % davon wurden ohne Vergleich für die Zeit gelesen: es kann langsam sein.</translation>
    </message>
    <message>
        <source>One block failed as a whole; how much of it is unreadable is still to be found out</source>
        <translation>Ein Block schlug als Ganzes fehl; wie viel davon unlesbar ist, zeigt sich noch</translation>
    </message>
    <message>
        <source>%1 blocks failed as a whole; how much of them is unreadable is still to be found out</source>
        <translation>%1 Blöcke schlugen als Ganzes fehl; wie viel davon unlesbar ist, zeigt sich noch</translation>
    </message>
    <message>
        <source>The drive is locked: its data cannot be read.</source>
        <translation>Das Laufwerk ist gesperrt: seine Daten lassen sich nicht lesen.</translation>
    </message>
    <message>
        <source>The drive erases itself, or failed to: there is nothing to be read.</source>
        <translation>Das Laufwerk löscht sich, oder es ist daran gescheitert: es gibt nichts zu lesen.</translation>
    </message>
    <message>
        <source>%1 damaged transfers: look at the cable and its plugs.</source>
        <translation>%1 beschädigte Übertragungen: sehen Sie nach dem Kabel und seinen Steckern.</translation>
    </message>
    <message>
        <source>The adapter between drive and computer gets in the way: attach the drive directly.</source>
        <translation>Der Adapter zwischen Laufwerk und Rechner stört: schließen Sie das Laufwerk direkt an.</translation>
    </message>
    <message>
        <source>Its power was cut once since the visit before</source>
        <translation>Seit dem vorigen Besuch wurde ihm einmal der Strom abgeschnitten</translation>
    </message>
    <message>
        <source>Its power was cut %1 times since the visit before</source>
        <translation>Seit dem vorigen Besuch wurde ihm %1-mal der Strom abgeschnitten</translation>
    </message>
    <message>
        <source>: look at its power supply.</source>
        <translation>: sehen Sie nach seiner Stromversorgung.</translation>
    </message>
    <message>
        <source>%1 % of the blocks came late while something else used the drive: look at what does.</source>
        <translation>%1 % der Blöcke kamen verspätet, während etwas anderes das Laufwerk benutzte: sehen Sie nach, was es ist.</translation>
    </message>
    <message>
        <source>The surface reads well: look at the file system, and at the files themselves.</source>
        <translation>Die Oberfläche liest gut: sehen Sie nach dem Dateisystem und den Dateien selbst.</translation>
    </message>
    <message>
        <source>Nothing about the drive explains the complaint: look at the computer it was in, and at what runs there.</source>
        <translation>Nichts am Laufwerk erklärt die Beanstandung: sehen Sie nach dem Rechner, in dem es war, und was dort läuft.</translation>
    </message>
    <message>
        <source>Keep</source>
        <translation>Behalten</translation>
    </message>
    <message>
        <source>Watch</source>
        <translation>Beobachten</translation>
    </message>
    <message>
        <source>Spare duty</source>
        <translation>Nebendienst</translation>
    </message>
    <message>
        <source>Retire</source>
        <translation>Ausmustern</translation>
    </message>
    <message>
        <source>Data safe</source>
        <translation>Daten sicher</translation>
    </message>
    <message>
        <source>Save soon</source>
        <translation>Bald sichern</translation>
    </message>
    <message>
        <source>Save now</source>
        <translation>Jetzt sichern</translation>
    </message>
    <message>
        <source>To a specialist</source>
        <translation>Zum Spezialisten</translation>
    </message>
    <message>
        <source>Not judged yet · %1 at best</source>
        <translation>Noch ohne Urteil · bestenfalls %1</translation>
    </message>
    <message>
        <source>Too little is known of it to say. What is missing stands below.</source>
        <translation>Zu wenig ist bekannt, um etwas zu sagen. Was fehlt, steht unten.</translation>
    </message>
    <message>
        <source>What is known already comes to %1 at best; more may turn up. What is missing stands below.</source>
        <translation>Was bekannt ist, ergibt schon bestenfalls %1; mehr kann sich zeigen. Was fehlt, steht unten.</translation>
    </message>
    <message>
        <source>It may stay in service.</source>
        <translation>Es darf im Dienst bleiben.</translation>
    </message>
    <message>
        <source>It may stay in service if it is looked at again by %1.</source>
        <translation>Es darf im Dienst bleiben, wenn es bis %1 wieder angesehen wird.</translation>
    </message>
    <message>
        <source>It may stay in service if it is looked at again.</source>
        <translation>Es darf im Dienst bleiben, wenn es wieder angesehen wird.</translation>
    </message>
    <message>
        <source>Use it only for what may be lost.</source>
        <translation>Benutzen Sie es nur für das, was verloren gehen darf.</translation>
    </message>
    <message>
        <source>Take it out of service.</source>
        <translation>Nehmen Sie es aus dem Dienst.</translation>
    </message>
    <message>
        <source>Its data exists elsewhere, as was told: none needs to be saved from here.</source>
        <translation>Die Daten gibt es anderswo, wie gesagt wurde: von hier muss nichts gesichert werden.</translation>
    </message>
    <message>
        <source>Its data may stay where it is; a copy elsewhere is wise all the same.</source>
        <translation>Die Daten können bleiben, wo sie sind; eine Kopie anderswo ist trotzdem klug.</translation>
    </message>
    <message>
        <source>Whether its data is safe there is not known yet.</source>
        <translation>Ob die Daten dort sicher sind, ist noch nicht bekannt.</translation>
    </message>
    <message>
        <source>Copy its data elsewhere soon.</source>
        <translation>Kopieren Sie die Daten bald anderswohin.</translation>
    </message>
    <message>
        <source>Copy its data elsewhere now, before anything else is done with it.</source>
        <translation>Kopieren Sie die Daten jetzt anderswohin, bevor sonst etwas damit geschieht.</translation>
    </message>
    <message>
        <source>If its data matters, switch it off and hand it to a specialist for data recovery: every further try may cost more than it brings.</source>
        <translation>Wenn die Daten zählen, schalten Sie es aus und geben Sie es einem Spezialisten für Datenrettung: jeder weitere Versuch kann mehr kosten, als er bringt.</translation>
    </message>
    <message>
        <source>Ruling: %1.</source>
        <translation>Urteil: %1.</translation>
    </message>
    <message>
        <source>With all that is known of the drive: %1 at best.</source>
        <translation>Mit allem, was über das Laufwerk bekannt ist: bestenfalls %1.</translation>
    </message>
    <message>
        <source>Its surface shows no defect so far, and that does not clear it. %1 See Judge (Ctrl+J) for why.</source>
        <translation>Seine Oberfläche zeigt bisher keinen Mangel, und das entlastet es nicht. %1 Warum, steht beim Urteilen (Strg+J).</translation>
    </message>
    <message>
        <source>%1 (%2).</source>
        <translation>%1 (%2).</translation>
    </message>
    <message>
        <source>%1: %2 (%3).</source>
        <translation>%1: %2 (%3).</translation>
    </message>
    <message>
        <source>The latest self-test that came to an end failed: the drive found that out by itself.</source>
        <translation>Der letzte Selbsttest, der zu Ende kam, ist gescheitert: das Laufwerk hat das selbst festgestellt.</translation>
    </message>
    <message>
        <source>Its firmware is known to be bad, by the house policy: %1.</source>
        <translation>Seine Firmware ist nach den Hausregeln als schlecht bekannt: %1.</translation>
    </message>
    <message>
        <source>The drive stopped answering and has not come back.</source>
        <translation>Das Laufwerk hörte auf zu antworten und kam nicht zurück.</translation>
    </message>
    <message>
        <source>The drive reports no capacity: it has not started properly.</source>
        <translation>Das Laufwerk meldet keine Kapazität: es ist nicht richtig angelaufen.</translation>
    </message>
    <message>
        <source>The drive takes no writing any more.</source>
        <translation>Das Laufwerk nimmt kein Schreiben mehr an.</translation>
    </message>
    <message>
        <source>Complaint: %1. That alone is reason enough to go on with care.</source>
        <translation>Beanstandung: %1. Das allein ist Grund genug, mit Vorsicht weiterzumachen.</translation>
    </message>
    <message>
        <source>Such a device says nothing of its own health: this goes by its surface alone.</source>
        <translation>Ein solches Gerät sagt nichts über seine Gesundheit: es zählt allein die Oberfläche.</translation>
    </message>
    <message>
        <source>%1 % of it holds nothing, so that its medium was not read there.</source>
        <translation>%1 % davon enthalten nichts, sodass das Medium dort nicht gelesen wurde.</translation>
    </message>
    <message>
        <source>Complaint: %1. It did not show here, which does not mean that it was not so.</source>
        <translation>Beanstandung: %1. Hier zeigte sie sich nicht, was nicht heißt, dass es nicht so war.</translation>
    </message>
    <message>
        <source>The data exists elsewhere, as was told.</source>
        <translation>Die Daten gibt es anderswo, wie gesagt wurde.</translation>
    </message>
    <message>
        <source>The rest by a sample, as the house policy allows: no more than %1 % of its blocks are defective, with 95 % confidence.</source>
        <translation>Der Rest durch eine Stichprobe, wie es die Hausregeln erlauben: höchstens %1 % der Blöcke sind mangelhaft, mit 95 % Sicherheit.</translation>
    </message>
    <message>
        <source>%1 % of it was read, and no place is slow or unreadable.</source>
        <translation>%1 % davon wurden gelesen, und keine Stelle ist langsam oder unlesbar.</translation>
    </message>
    <message>
        <source>One counter of its own is within its limits</source>
        <translation>Einer seiner eigenen Zähler ist innerhalb seiner Grenzen</translation>
    </message>
    <message>
        <source>%1 counters of its own are within their limits</source>
        <translation>%1 seiner eigenen Zähler sind innerhalb ihrer Grenzen</translation>
    </message>
    <message>
        <source>Its latest self-test passed.</source>
        <translation>Sein letzter Selbsttest ist bestanden.</translation>
    </message>
    <message>
        <source>Nothing new is damaged since %1, in the %2 % that were read both times.</source>
        <translation>Seit %1 ist nichts Neues beschädigt, in den %2 %, die beide Male gelesen wurden.</translation>
    </message>
    <message>
        <source>Nothing that was measured speaks against it.</source>
        <translation>Nichts Gemessenes spricht dagegen.</translation>
    </message>
    <message>
        <source>Treat what cannot be read, then scan again.</source>
        <translation>Behandeln Sie, was sich nicht lesen lässt, dann scannen Sie noch einmal.</translation>
    </message>
    <message>
        <source>Refresh what is slow, then scan again.</source>
        <translation>Frischen Sie auf, was langsam ist, dann scannen Sie noch einmal.</translation>
    </message>
    <message>
        <source>A second scan while nothing else uses the drive tells whether it stays.</source>
        <translation>Ein zweiter Scan, während nichts anderes das Laufwerk benutzt, zeigt, ob es bleibt.</translation>
    </message>
    <message>
        <source>Try another cable, adapter and power supply, then read those places again.</source>
        <translation>Versuchen Sie ein anderes Kabel, einen anderen Adapter und eine andere Stromversorgung, dann lesen Sie diese Stellen noch einmal.</translation>
    </message>
    <message>
        <source>Read its vitals.</source>
        <translation>Lesen Sie seine Vitalwerte.</translation>
    </message>
    <message>
        <source>Attach it directly, without the adapter, and read its vitals.</source>
        <translation>Schließen Sie es direkt an, ohne den Adapter, und lesen Sie seine Vitalwerte.</translation>
    </message>
    <message>
        <source>Run a short self-test.</source>
        <translation>Lassen Sie einen kurzen Selbsttest laufen.</translation>
    </message>
    <message>
        <source>Scan all of it.</source>
        <translation>Scannen Sie alles.</translation>
    </message>
    <message>
        <source>Go on with the scan.</source>
        <translation>Setzen Sie den Scan fort.</translation>
    </message>
    <message>
        <source>Scan all of it, or more around it.</source>
        <translation>Scannen Sie alles oder mehr darum herum.</translation>
    </message>
    <message>
        <source>Unlock it.</source>
        <translation>Entsperren Sie es.</translation>
    </message>
    <message>
        <source>Wait until it is done.</source>
        <translation>Warten Sie, bis es fertig ist.</translation>
    </message>
    <message>
        <source>A self-test that passes.</source>
        <translation>Ein Selbsttest, der besteht.</translation>
    </message>
    <message>
        <source>Other firmware.</source>
        <translation>Andere Firmware.</translation>
    </message>
    <message>
        <source>Try it here, and note whether it shows.</source>
        <translation>Versuchen Sie es hier, und notieren Sie, ob es sich zeigt.</translation>
    </message>
    <message>
        <source>Without it: %1.</source>
        <translation>Ohne das: %1.</translation>
    </message>
    <message>
        <source>From %1 on: %2.</source>
        <translation>Ab %1: %2.</translation>
    </message>
    <message>
        <source>Against it</source>
        <translation>Dagegen</translation>
    </message>
    <message>
        <source>Missing</source>
        <translation>Fehlt</translation>
    </message>
    <message>
        <source>Not the drive</source>
        <translation>Nicht das Laufwerk</translation>
    </message>
    <message>
        <source>Besides</source>
        <translation>Außerdem</translation>
    </message>
    <message>
        <source>For it</source>
        <translation>Dafür</translation>
    </message>
    <message>
        <source>The damage is a single spot</source>
        <translation>Der Schaden ist eine einzelne Stelle</translation>
    </message>
    <message>
        <source>The damage is %1 single spots, apart from each other</source>
        <translation>Der Schaden sind %1 einzelne Stellen, voneinander entfernt</translation>
    </message>
    <message>
        <source>The damage is all in one patch, as of a scratch or a crash at one place</source>
        <translation>Der Schaden liegt in einem Fleck, wie von einem Kratzer oder einem Aufsetzen an einer Stelle</translation>
    </message>
    <message>
        <source>The damage is in %1 patches</source>
        <translation>Der Schaden liegt in %1 Flecken</translation>
    </message>
    <message>
        <source>The damage is in one band across the drive</source>
        <translation>Der Schaden liegt in einem Band quer über das Laufwerk</translation>
    </message>
    <message>
        <source>The damage comes back at a regular distance, as that of one head or surface does</source>
        <translation>Der Schaden kehrt in regelmäßigem Abstand wieder, wie der eines Kopfes oder einer Oberfläche</translation>
    </message>
    <message>
        <source>The damage is all over the drive</source>
        <translation>Der Schaden liegt über das ganze Laufwerk</translation>
    </message>
    <message>
        <source>The damage spreads outwards from where it was at the visit before</source>
        <translation>Der Schaden breitet sich von dort aus, wo er beim vorigen Besuch war</translation>
    </message>
    <message>
        <source>%1 (slow places only)</source>
        <translation>%1 (nur langsame Stellen)</translation>
    </message>
    <message>
        <source> (likely)</source>
        <translation> (wahrscheinlich)</translation>
    </message>
    <message>
        <source> (not sure: too little was read, or too little is damaged)</source>
        <translation> (unsicher: zu wenig wurde gelesen oder zu wenig ist beschädigt)</translation>
    </message>
    <message>
        <source>Patches new since the visit before</source>
        <translation>Neue Flecken seit dem vorigen Besuch</translation>
    </message>
    <message>
        <source>Patches grown since the visit before</source>
        <translation>Gewachsene Flecken seit dem vorigen Besuch</translation>
    </message>
    <message>
        <source>Patches with unreadable sectors</source>
        <translation>Flecken mit unlesbaren Sektoren</translation>
    </message>
    <message>
        <source>Patches treated that read well now</source>
        <translation>Behandelte Flecken, die jetzt gut lesen</translation>
    </message>
    <message>
        <source>Patches treated in vain</source>
        <translation>Vergeblich behandelte Flecken</translation>
    </message>
    <message>
        <source>Places that failed once</source>
        <translation>Stellen, die einmal fehlschlugen</translation>
    </message>
    <message>
        <source>Blocks that came late, in percent</source>
        <translation>Verspätete Blöcke, in Prozent</translation>
    </message>
    <message>
        <source>Places where it froze</source>
        <translation>Stellen, an denen es einfror</translation>
    </message>
    <message>
        <source>Places where it went away</source>
        <translation>Stellen, an denen es verschwand</translation>
    </message>
    <message>
        <source>Places where it froze once, and that read well now</source>
        <translation>Stellen, an denen es einmal einfror und die jetzt gut lesen</translation>
    </message>
    <message>
        <source>Pace lost since the visit before, in percent</source>
        <translation>Tempoverlust seit dem vorigen Besuch, in Prozent</translation>
    </message>
    <message>
        <source>Slowest zone against its neighbours, in percent</source>
        <translation>Langsamste Zone gegen ihre Nachbarn, in Prozent</translation>
    </message>
    <message>
        <source>Solid state: lateness of one block in a thousand, in units</source>
        <translation>Halbleiter: Verspätung eines Blocks von tausend, in Einheiten</translation>
    </message>
    <message>
        <source>Wear by how it reads, in doublings</source>
        <translation>Abnutzung danach, wie es liest, in Verdopplungen</translation>
    </message>
    <message>
        <source>Wear since its first visit, in doublings</source>
        <translation>Abnutzung seit dem ersten Besuch, in Verdopplungen</translation>
    </message>
    <message>
        <source>Ruling: %1. %2</source>
        <translation>Urteil: %1. %2</translation>
    </message>
    <message>
        <source>Data: %1</source>
        <translation>Daten: %1</translation>
    </message>
    <message>
        <source>By the house policy “%1”, of the drive as of %2.</source>
        <translation>Nach den Hausregeln „%1“, über das Laufwerk mit Stand vom %2.</translation>
    </message>
    <message>
        <source>Orbita scan report</source>
        <translation>Scanbericht von Orbita</translation>
    </message>
    <message>
        <source>model</source>
        <translation>Modell</translation>
    </message>
    <message>
        <source>serial</source>
        <translation>Seriennummer</translation>
    </message>
    <message>
        <source>firmware</source>
        <translation>Firmware</translation>
    </message>
    <message>
        <source>kind</source>
        <translation>Art</translation>
    </message>
    <message>
        <source>sectors</source>
        <translation>Sektoren</translation>
    </message>
    <message>
        <source>%1 of %2 bytes (physical %3)</source>
        <translation>%1 zu %2 Byte (physisch %3)</translation>
    </message>
    <message>
        <source>opened as</source>
        <translation>geöffnet als</translation>
    </message>
    <message>
        <source>begun</source>
        <translation>begonnen</translation>
    </message>
    <message>
        <source>plan</source>
        <translation>Plan</translation>
    </message>
    <message>
        <source>verify, %1, blocks of %2, %3</source>
        <translation>Prüfen, %1, Blöcke von %2, %3</translation>
    </message>
    <message>
        <source>read, %1, blocks of %2, %3</source>
        <translation>Lesen, %1, Blöcke von %2, %3</translation>
    </message>
    <message>
        <source>limit</source>
        <translation>Grenze</translation>
    </message>
    <message>
        <source>stalled after %1, given up after %2</source>
        <translation>steht nach %1, aufgegeben nach %2</translation>
    </message>
    <message>
        <source>rule</source>
        <translation>Regel</translation>
    </message>
    <message>
        <source>data</source>
        <translation>Daten</translation>
    </message>
    <message>
        <source>something else used the drive; timings suffer</source>
        <translation>etwas anderes hat das Laufwerk benutzt; die Zeiten leiden</translation>
    </message>
    <message>
        <source>note</source>
        <translation>Hinweis</translation>
    </message>
    <message>
        <source>time</source>
        <translation>Zeit</translation>
    </message>
    <message>
        <source>heat</source>
        <translation>Wärme</translation>
    </message>
    <message>
        <source>%1 °C at most, %2 °C at the end</source>
        <translation>höchstens %1 °C, am Ende %2 °C</translation>
    </message>
    <message>
        <source>Judgement so far</source>
        <translation>Urteil bis jetzt</translation>
    </message>
    <message>
        <source>Treated since</source>
        <translation>Seither behandelt</translation>
    </message>
    <message>
        <source>nothing seems to be stored there; answered without the medium: not vouched for</source>
        <translation>dort scheint nichts gespeichert zu sein; ohne das Medium beantwortet: dafür wird nicht gebürgt</translation>
    </message>
    <message>
        <source>read well, with nothing to compare its time with: may be slow</source>
        <translation>gut gelesen, ohne Vergleich für die Zeit: kann langsam sein</translation>
    </message>
    <message>
        <source>Left unread: %1 places</source>
        <translation>Ungelesen geblieben: %1 Stellen</translation>
    </message>
    <message>
        <source>because %1</source>
        <translation>weil %1</translation>
    </message>
    <message>
        <source>Patches: %1</source>
        <translation>Flecken: %1</translation>
    </message>
    <message>
        <source>worst %1, %2 unreadable sectors</source>
        <translation>am schlimmsten %1, %2 unlesbare Sektoren</translation>
    </message>
    <message>
        <source>Ledger: %1 entries</source>
        <translation>Mängelliste: %1 Einträge</translation>
    </message>
    <message>
        <source>... the rest is in the CSV and JSON files.</source>
        <translation>... der Rest steht in den Dateien CSV und JSON.</translation>
    </message>
    <message>
        <source>sectors?</source>
        <translation>Sektor(en|s)?</translation>
    </message>
    <message>
        <source>sector</source>
        <translation>Sektor</translation>
    </message>
    <message>
        <source>the smallest piece of a drive that is read or written: 512 or 4096 bytes</source>
        <translation>das kleinste Stück eines Laufwerks, das gelesen oder geschrieben wird: 512 oder 4096 Byte</translation>
    </message>
    <message>
        <source>LBA</source>
        <translation>LBA</translation>
    </message>
    <message>
        <source>the number of a sector, counted from the beginning of the drive</source>
        <translation>die Nummer eines Sektors, vom Anfang des Laufwerks gezählt</translation>
    </message>
    <message>
        <source>blocks?</source>
        <translation>Bl(ock|öcke|öcken|ocks)</translation>
    </message>
    <message>
        <source>block</source>
        <translation>Block</translation>
    </message>
    <message>
        <source>as many sectors as a scan reads at once</source>
        <translation>so viele Sektoren, wie ein Scan auf einmal liest</translation>
    </message>
    <message>
        <source>the program that runs inside the drive</source>
        <translation>das Programm, das im Laufwerk läuft</translation>
    </message>
    <message>
        <source>the drive itself says that it cannot give the contents back</source>
        <translation>das Laufwerk selbst sagt, dass es den Inhalt nicht hergeben kann</translation>
    </message>
    <message>
        <source>patch(es)?</source>
        <translation>Fleck(en|s)?</translation>
    </message>
    <message>
        <source>patch</source>
        <translation>Fleck</translation>
    </message>
    <message>
        <source>a run of neighbouring defects</source>
        <translation>eine Folge benachbarter Mängel</translation>
    </message>
    <message>
        <source>pending sectors?</source>
        <translation>wartende Sektoren</translation>
    </message>
    <message>
        <source>pending sectors</source>
        <translation>wartende Sektoren</translation>
    </message>
    <message>
        <source>sectors that the drive could not read, and waits to replace</source>
        <translation>Sektoren, die das Laufwerk nicht lesen konnte und ersetzen will</translation>
    </message>
    <message>
        <source>reallocat\w+</source>
        <translation>ersetzte Sektoren</translation>
    </message>
    <message>
        <source>reallocated</source>
        <translation>ersetzt</translation>
    </message>
    <message>
        <source>replaced by a spare sector that the drive keeps for that</source>
        <translation>durch einen Reservesektor ersetzt, den das Laufwerk dafür bereithält</translation>
    </message>
    <message>
        <source>late</source>
        <translation>verspätet</translation>
    </message>
    <message>
        <source>answered 2 to 8 turns of the disc later than its neighbours (of solid state: units of its usual time)</source>
        <translation>2 bis 8 Umdrehungen der Scheibe später beantwortet als die Nachbarn (bei Halbleitern: Einheiten der üblichen Zeit)</translation>
    </message>
    <message>
        <source>laboured</source>
        <translation>mühsam</translation>
    </message>
    <message>
        <source>answered 8 to 32 turns late: the drive had to try several times</source>
        <translation>8 bis 32 Umdrehungen verspätet: das Laufwerk musste es mehrmals versuchen</translation>
    </message>
    <message>
        <source>straining</source>
        <translation>gequält</translation>
    </message>
    <message>
        <source>answered 32 turns late or more: it nearly failed</source>
        <translation>32 Umdrehungen verspätet oder mehr: fast misslungen</translation>
    </message>
    <message>
        <source>gave no answer within the limit</source>
        <translation>gab keine Antwort innerhalb der Grenze</translation>
    </message>
    <message>
        <source>self-tests?</source>
        <translation>Selbsttests?</translation>
    </message>
    <message>
        <source>self-test</source>
        <translation>Selbsttest</translation>
    </message>
    <message>
        <source>the drive&apos;s own test of itself</source>
        <translation>der eigene Test des Laufwerks</translation>
    </message>
    <message>
        <source>damaged transfers?</source>
        <translation>beschädigte Übertragung(en)?</translation>
    </message>
    <message>
        <source>damaged transfer</source>
        <translation>beschädigte Übertragung</translation>
    </message>
    <message>
        <source>data that was spoilt on the cable, not on the drive</source>
        <translation>Daten, die auf dem Kabel verdorben wurden, nicht auf dem Laufwerk</translation>
    </message>
    <message>
        <source>house policy</source>
        <translation>Hausregeln</translation>
    </message>
    <message>
        <source>the limits by which this shop decides</source>
        <translation>die Grenzen, nach denen diese Werkstatt entscheidet</translation>
    </message>
    <message>
        <source>spare duty</source>
        <translation>Nebendienst</translation>
    </message>
    <message>
        <source>use only for what may be lost</source>
        <translation>nur für das, was verloren gehen darf</translation>
    </message>
    <message>
        <source>treat(ed)?</source>
        <translation>behandelt</translation>
    </message>
    <message>
        <source>written to, so that the drive mends the place or uses a spare sector for it</source>
        <translation>beschrieben, damit das Laufwerk die Stelle heilt oder einen Reservesektor dafür nimmt</translation>
    </message>
    <message>
        <source>There is nothing to treat.</source>
        <translation>Es gibt nichts zu behandeln.</translation>
    </message>
    <message>
        <source>Treating it is worth a try.</source>
        <translation>Eine Behandlung ist einen Versuch wert.</translation>
    </message>
    <message>
        <source>Save the data first, then treat it.</source>
        <translation>Erst die Daten sichern, dann behandeln.</translation>
    </message>
    <message>
        <source>Do not treat it: save the data and replace the drive.</source>
        <translation>Nicht behandeln: sichern Sie die Daten und ersetzen Sie das Laufwerk.</translation>
    </message>
    <message>
        <source>Treatment is not offered here.</source>
        <translation>Eine Behandlung wird hier nicht geboten.</translation>
    </message>
    <message>
        <source>The defects are few, and nothing says that they spread.</source>
        <translation>Die Mängel sind wenige, und nichts sagt, dass sie sich ausbreiten.</translation>
    </message>
    <message>
        <source>No defect is known that could be treated.</source>
        <translation>Kein Mangel ist bekannt, der sich behandeln ließe.</translation>
    </message>
    <message>
        <source>The house policy allows no treatment.</source>
        <translation>Die Hausregeln erlauben keine Behandlung.</translation>
    </message>
    <message>
        <source>The drive has made itself read-only: it takes no writing any more.</source>
        <translation>Das Laufwerk hat sich selbst schreibgeschützt: es nimmt kein Schreiben mehr an.</translation>
    </message>
    <message>
        <source>The drive is locked; unlock it first.</source>
        <translation>Das Laufwerk ist gesperrt; entsperren Sie es zuerst.</translation>
    </message>
    <message>
        <source>Its zones can only be written in order: no sector of it is rewritten in place.</source>
        <translation>Seine Zonen lassen sich nur der Reihe nach schreiben: kein Sektor wird an Ort und Stelle neu geschrieben.</translation>
    </message>
    <message>
        <source>It stopped answering while it was asked for its vitals.</source>
        <translation>Es hörte auf zu antworten, als es nach den Vitalwerten gefragt wurde.</translation>
    </message>
    <message>
        <source>Its own vitals are critical: %1.</source>
        <translation>Seine eigenen Vitalwerte sind kritisch: %1.</translation>
    </message>
    <message>
        <source>Its own vitals are critical.</source>
        <translation>Seine eigenen Vitalwerte sind kritisch.</translation>
    </message>
    <message>
        <source>Its last self-test failed.</source>
        <translation>Sein letzter Selbsttest ist gescheitert.</translation>
    </message>
    <message>
        <source>%1 physical sectors cannot be read; more than %2 are too many to treat.</source>
        <translation>%1 physische Sektoren lassen sich nicht lesen; mehr als %2 sind zu viele zum Behandeln.</translation>
    </message>
    <message>
        <source>Unreadable sectors lie in %1 patches; more than %2 are too many to treat.</source>
        <translation>Unlesbare Sektoren liegen in %1 Flecken; mehr als %2 sind zu viele zum Behandeln.</translation>
    </message>
    <message>
        <source>They are spread over %1 % of the drive; beyond %2 % it is the surface that gives way.</source>
        <translation>Sie verteilen sich über %1 % des Laufwerks; über %2 % gibt die Oberfläche nach.</translation>
    </message>
    <message>
        <source>%1 of the patches are new since the last visit: the damage grows.</source>
        <translation>%1 der Flecken sind seit dem letzten Besuch neu: der Schaden wächst.</translation>
    </message>
    <message>
        <source>Only %1 % of its spare sectors are left; at %2 % treatment ends.</source>
        <translation>Nur %1 % seiner Ersatzsektoren sind übrig; bei %2 % endet die Behandlung.</translation>
    </message>
    <message>
        <source>It is at %1 °C; treatment begins below %2 °C. Let it cool down.</source>
        <translation>Es hat %1 °C; Behandlung beginnt unter %2 °C. Lassen Sie es abkühlen.</translation>
    </message>
    <message>
        <source>Nobody has said yet whether its data exists elsewhere.</source>
        <translation>Niemand hat bisher gesagt, ob es die Daten noch anderswo gibt.</translation>
    </message>
    <message>
        <source>Its data is saved nowhere else, as far as anybody knows.</source>
        <translation>Die Daten sind sonst nirgends gesichert, soweit jemand weiß.</translation>
    </message>
    <message>
        <source>Only %1 % of the drive have been scanned: there may be more.</source>
        <translation>Nur %1 % des Laufwerks wurden gescannt: es kann mehr geben.</translation>
    </message>
    <message>
        <source>All that is known of it can be read: nothing is lost by writing that back.</source>
        <translation>Alles, was davon bekannt ist, lässt sich lesen: nichts geht verloren, wenn das zurückgeschrieben wird.</translation>
    </message>
    <message>
        <source>1 physical sector cannot be read: it is left alone, and is better treated first.</source>
        <translation>1 physischer Sektor lässt sich nicht lesen: er wird in Ruhe gelassen und besser zuerst behandelt.</translation>
    </message>
    <message>
        <source>%1 physical sectors cannot be read: they are left alone, and are better treated first.</source>
        <translation>%1 physische Sektoren lassen sich nicht lesen: sie werden in Ruhe gelassen und besser zuerst behandelt.</translation>
    </message>
    <message>
        <source>Solid state writes everything to other cells: a rewrite moves the data to better ones and wears the drive a little; which cell was bad stays its secret.</source>
        <translation>Halbleiter schreiben alles in andere Zellen: Neuschreiben bringt die Daten in bessere und nutzt das Laufwerk ein wenig ab; welche Zelle schlecht war, bleibt sein Geheimnis.</translation>
    </message>
    <message>
        <source>The bridge hides the drive&apos;s counters: whether a sector was rewritten in place or moved to a spare cannot be known, and what is forced to the medium is on the bridge&apos;s word. Attach it without the bridge if you can.</source>
        <translation>Die Brücke verbirgt die Zähler des Laufwerks: ob ein Sektor an Ort und Stelle neu geschrieben oder ersetzt wurde, lässt sich nicht wissen, und was auf das Medium gezwungen wird, steht auf dem Wort der Brücke. Schließen Sie es wenn möglich ohne die Brücke an.</translation>
    </message>
    <message>
        <source>It does not count its replaced sectors: whether one was rewritten in place or moved to a spare cannot be known.</source>
        <translation>Es zählt seine ersetzten Sektoren nicht: ob einer an Ort und Stelle neu geschrieben oder ersetzt wurde, lässt sich nicht wissen.</translation>
    </message>
    <message>
        <source>It takes no commands of its own, as sticks and cards: errors come without the drive&apos;s words, and nothing says what it did with a sector.</source>
        <translation>Es nimmt keine eigenen Befehle an, wie Sticks und Karten: Fehler kommen ohne die Worte des Laufwerks, und nichts sagt, was es mit einem Sektor gemacht hat.</translation>
    </message>
    <message>
        <source>read again</source>
        <translation>noch einmal gelesen</translation>
    </message>
    <message>
        <source>refreshed</source>
        <translation>aufgefrischt</translation>
    </message>
    <message>
        <source>pieced together</source>
        <translation>zusammengesetzt</translation>
    </message>
    <message>
        <source>overwritten with zeros</source>
        <translation>mit Nullen überschrieben</translation>
    </message>
    <message>
        <source>reassigned</source>
        <translation>neu zugewiesen</translation>
    </message>
    <message>
        <source>refresh</source>
        <translation>auffrischen</translation>
    </message>
    <message>
        <source>piece together</source>
        <translation>zusammensetzen</translation>
    </message>
    <message>
        <source>zeros</source>
        <translation>Nullen</translation>
    </message>
    <message>
        <source>reassign</source>
        <translation>neu zuweisen</translation>
    </message>
    <message>
        <source>%1 slow</source>
        <translation>%1 langsam</translation>
    </message>
    <message>
        <source>read again; what it gives is written back in place</source>
        <translation>noch einmal gelesen; was er hergibt, wird an Ort und Stelle zurückgeschrieben</translation>
    </message>
    <message>
        <source>read again; nothing is written</source>
        <translation>noch einmal gelesen; nichts wird geschrieben</translation>
    </message>
    <message>
        <source>read again in several ways; once it gives its contents, they are written back</source>
        <translation>auf mehrere Weisen noch einmal gelesen; gibt er seinen Inhalt her, wird er zurückgeschrieben</translation>
    </message>
    <message>
        <source>read again in several ways</source>
        <translation>auf mehrere Weisen noch einmal gelesen</translation>
    </message>
    <message>
        <source>; else it is overwritten with zeros, so that the drive rewrites or replaces it</source>
        <translation>; sonst wird er mit Nullen überschrieben, damit das Laufwerk ihn neu schreibt oder ersetzt</translation>
    </message>
    <message>
        <source>; if that does not help, the drive is told to use a spare sector</source>
        <translation>; hilft das nicht, wird dem Laufwerk gesagt, es soll einen Ersatzsektor verwenden</translation>
    </message>
    <message>
        <source>; else it is left as it is</source>
        <translation>; sonst bleibt er, wie er ist</translation>
    </message>
    <message>
        <source>%1 (%2)</source>
        <translation>%1 (%2)</translation>
    </message>
    <message>
        <source>up to %1 that cannot be read now, for good</source>
        <translation>bis zu %1, die sich jetzt nicht lesen lassen, für immer</translation>
    </message>
    <message>
        <source>nothing that can be read now</source>
        <translation>nichts, was sich jetzt lesen lässt</translation>
    </message>
    <message>
        <source>%1 would be treated; what may be lost: %2.</source>
        <translation>%1 würden behandelt; verloren gehen kann: %2.</translation>
    </message>
    <message>
        <source>A drive in this state may fail for good under it.</source>
        <translation>Ein Laufwerk in diesem Zustand kann dabei endgültig ausfallen.</translation>
    </message>
    <message>
        <source>serial number %1</source>
        <translation>Seriennummer %1</translation>
    </message>
    <message>
        <source>This writes nothing to %1: %2 are read again.</source>
        <translation>Das schreibt nichts auf %1: %2 werden noch einmal gelesen.</translation>
    </message>
    <message>
        <source>This writes to %1: %2 get back what can be read from them, and nothing else.</source>
        <translation>Das schreibt auf %1: %2 bekommen zurück, was sich von ihnen lesen lässt, und nichts anderes.</translation>
    </message>
    <message>
        <source>This writes to %1: %2 that cannot be read may be overwritten with zeros.</source>
        <translation>Das schreibt auf %1: %2, die sich nicht lesen lassen, werden vielleicht mit Nullen überschrieben.</translation>
    </message>
    <message>
        <source>%1 that read slowly are written back as they are.</source>
        <translation>%1, die langsam lasen, werden so zurückgeschrieben, wie sie sind.</translation>
    </message>
    <message>
        <source>This scans %1 and writes to it as it goes: what cannot be read, or only late, gets back what can be read from it.</source>
        <translation>Das liest %1 und schreibt dabei darauf: was sich nicht oder nur verspätet lesen lässt, bekommt zurück, was sich davon lesen lässt.</translation>
    </message>
    <message>
        <source>What cannot be read at all is overwritten with zeros or replaced.</source>
        <translation>Was sich gar nicht lesen lässt, wird mit Nullen überschrieben oder ersetzt.</translation>
    </message>
    <message>
        <source>whatever the scan finds that cannot be read, for good</source>
        <translation>was immer der Scan an Unlesbarem findet, für immer</translation>
    </message>
    <message>
        <source>the last four characters of the serial number, off the label of the drive</source>
        <translation>die letzten vier Zeichen der Seriennummer, vom Etikett des Laufwerks</translation>
    </message>
    <message>
        <source>the capacity as printed on its label, such as &quot;%1&quot;: its own serial number is not to be had here</source>
        <translation>die Kapazität, wie sie auf dem Etikett steht, etwa „%1“: seine Seriennummer ist hier nicht zu haben</translation>
    </message>
    <message>
        <source>Reading around what was treated: has anything new come?</source>
        <translation>Um das Behandelte herum wird gelesen: kam etwas Neues dazu?</translation>
    </message>
    <message>
        <source>Looking once more at all that was treated</source>
        <translation>Alles Behandelte wird noch einmal angesehen</translation>
    </message>
    <message>
        <source>Place %1 of %2, LBA %3</source>
        <translation>Stelle %1 von %2, LBA %3</translation>
    </message>
    <message>
        <source>Treated to the end.</source>
        <translation>Bis zum Ende behandelt.</translation>
    </message>
    <message>
        <source>Stopped by hand. It can be gone on with.</source>
        <translation>Von Hand beendet. Es lässt sich fortsetzen.</translation>
    </message>
    <message>
        <source>Stopped: new defects appear faster than old ones are healed. Save the data and replace the drive.</source>
        <translation>Beendet: neue Mängel kommen schneller, als alte heilen. Sichern Sie die Daten und ersetzen Sie das Laufwerk.</translation>
    </message>
    <message>
        <source>Stopped: the drive is running out of spare sectors. Save the data and replace it.</source>
        <translation>Beendet: dem Laufwerk gehen die Ersatzsektoren aus. Sichern Sie die Daten und ersetzen Sie es.</translation>
    </message>
    <message>
        <source>Stopped: the drive is too hot. Let it cool down, then go on.</source>
        <translation>Beendet: das Laufwerk ist zu heiß. Lassen Sie es abkühlen, dann geht es weiter.</translation>
    </message>
    <message>
        <source>Stopped: the drive stopped answering. Switch it off and on, then go on: what was being written is saved in the journal.</source>
        <translation>Beendet: das Laufwerk hörte auf zu antworten. Schalten Sie es aus und ein, dann geht es weiter: was gerade geschrieben wurde, ist im Journal gesichert.</translation>
    </message>
    <message>
        <source>Stopped: the drive is gone. Check power and cable, then go on: what was being written is saved in the journal.</source>
        <translation>Beendet: das Laufwerk ist weg. Sehen Sie nach Strom und Kabel, dann geht es weiter: was gerade geschrieben wurde, ist im Journal gesichert.</translation>
    </message>
    <message>
        <source>Stopped: the drive refuses to write sector after sector. Save the data and replace it.</source>
        <translation>Beendet: das Laufwerk verweigert das Schreiben Sektor um Sektor. Sichern Sie die Daten und ersetzen Sie es.</translation>
    </message>
    <message>
        <source>Stopped: the drive says that it has written, and it has not. Do not trust it with anything.</source>
        <translation>Beendet: das Laufwerk sagt, es habe geschrieben, und hat es nicht. Vertrauen Sie ihm nichts an.</translation>
    </message>
    <message>
        <source>Stopped: the drive takes no writing. A drive that made itself read-only is at its end.</source>
        <translation>Beendet: das Laufwerk nimmt kein Schreiben an. Ein Laufwerk, das sich selbst schreibgeschützt hat, ist am Ende.</translation>
    </message>
    <message>
        <source>Stopped: the journal could not be written, and nothing is written without one. Make room, then go on.</source>
        <translation>Beendet: das Journal ließ sich nicht schreiben, und ohne wird nichts geschrieben. Schaffen Sie Platz, dann geht es weiter.</translation>
    </message>
    <message>
        <source>Stopped: the leave to write has ended. Confirm it again to go on.</source>
        <translation>Beendet: die Erlaubnis zu schreiben ist abgelaufen. Bestätigen Sie noch einmal, um fortzusetzen.</translation>
    </message>
    <message>
        <source>; not yet read from the medium</source>
        <translation>; noch nicht vom Medium gelesen</translation>
    </message>
    <message>
        <source>%1 of %2 read well now.</source>
        <translation>%1 von %2 lesen jetzt gut.</translation>
    </message>
    <message>
        <source>The contents of %1 are lost.</source>
        <translation>Der Inhalt von %1 ist verloren.</translation>
    </message>
    <message>
        <source>read after a seek</source>
        <translation>nach einem Sprung gelesen</translation>
    </message>
    <message>
        <source>read from the other side</source>
        <translation>von der anderen Seite gelesen</translation>
    </message>
    <message>
        <source>read alone</source>
        <translation>einzeln gelesen</translation>
    </message>
    <message>
        <source>read sector by sector</source>
        <translation>Sektor für Sektor gelesen</translation>
    </message>
    <message>
        <source>read patiently</source>
        <translation>geduldig gelesen</translation>
    </message>
    <message>
        <source>read with all its time</source>
        <translation>mit aller Zeit gelesen</translation>
    </message>
    <message>
        <source>written back</source>
        <translation>zurückgeschrieben</translation>
    </message>
    <message>
        <source>written back as pieced together</source>
        <translation>zusammengesetzt zurückgeschrieben</translation>
    </message>
    <message>
        <source>told to use a spare</source>
        <translation>Ersatz verlangt</translation>
    </message>
    <message>
        <source>checked on the medium</source>
        <translation>auf dem Medium geprüft</translation>
    </message>
    <message>
        <source>read around</source>
        <translation>darum herum gelesen</translation>
    </message>
    <message>
        <source>read around it</source>
        <translation>darum herum gelesen</translation>
    </message>
    <message>
        <source>looked at again</source>
        <translation>noch einmal angesehen</translation>
    </message>
    <message>
        <source>taken up again</source>
        <translation>wieder aufgenommen</translation>
    </message>
    <message>
        <source>good</source>
        <translation>gut</translation>
    </message>
    <message>
        <source>in part</source>
        <translation>zum Teil</translation>
    </message>
    <message>
        <source>failed</source>
        <translation>gescheitert</translation>
    </message>
    <message>
        <source>different</source>
        <translation>anders</translation>
    </message>
    <message>
        <source>done, on the medium</source>
        <translation>getan, auf dem Medium</translation>
    </message>
    <message>
        <source>refused</source>
        <translation>abgelehnt</translation>
    </message>
    <message>
        <source>not known</source>
        <translation>nicht bekannt</translation>
    </message>
    <message>
        <source>it cannot be read</source>
        <translation>es lässt sich nicht lesen</translation>
    </message>
    <message>
        <source>it holds what is saved</source>
        <translation>es enthält, was gesichert ist</translation>
    </message>
    <message>
        <source>it can be read</source>
        <translation>es lässt sich lesen</translation>
    </message>
    <message>
        <source>a spare stands there</source>
        <translation>dort steht ein Ersatz</translation>
    </message>
    <message>
        <source>it holds something else</source>
        <translation>es enthält etwas anderes</translation>
    </message>
    <message>
        <source>%1 of %2 that were treated read well now.</source>
        <translation>%1 von %2 Behandelten lesen jetzt gut.</translation>
    </message>
    <message>
        <source>It was interrupted.</source>
        <translation>Es wurde unterbrochen.</translation>
    </message>
    <message>
        <source>Save the data and replace the drive.</source>
        <translation>Sichern Sie die Daten und ersetzen Sie das Laufwerk.</translation>
    </message>
    <message>
        <source>The drive cannot bring all of them back: do not rely on it any more.</source>
        <translation>Das Laufwerk bringt nicht alle zurück: verlassen Sie sich nicht mehr darauf.</translation>
    </message>
    <message>
        <source>What cannot be read is left as it is. The next step would overwrite it with zeros, which destroys what it held.</source>
        <translation>Was sich nicht lesen lässt, bleibt, wie es ist. Der nächste Schritt überschriebe es mit Nullen und zerstörte, was es enthielt.</translation>
    </message>
    <message>
        <source>What is still slow lies on a weak part of the surface: scan it again in a few weeks.</source>
        <translation>Was noch langsam ist, liegt auf einem schwachen Teil der Oberfläche: scannen Sie es in ein paar Wochen wieder.</translation>
    </message>
    <message>
        <source>waiting to be replaced</source>
        <translation>warten auf Ersatz</translation>
    </message>
    <message>
        <source>replaced</source>
        <translation>ersetzt</translation>
    </message>
    <message>
        <source>spares left</source>
        <translation>Ersatz übrig</translation>
    </message>
    <message>
        <source>media errors</source>
        <translation>Medienfehler</translation>
    </message>
    <message>
        <source>Treatment of %1, begun %2.</source>
        <translation>Behandlung von %1, begonnen %2.</translation>
    </message>
    <message>
        <source>Steps that were allowed, after reading again: %1.</source>
        <translation>Erlaubte Schritte nach erneutem Lesen: %1.</translation>
    </message>
    <message>
        <source>It was treated against advice.</source>
        <translation>Es wurde gegen den Rat behandelt.</translation>
    </message>
    <message>
        <source>Found meanwhile: %1 cannot be read.</source>
        <translation>Inzwischen gefunden: %1 lassen sich nicht lesen.</translation>
    </message>
    <message>
        <source>%1 not treated.</source>
        <translation>%1 nicht behandelt.</translation>
    </message>
    <message>
        <source>What was written back is saved in %1.</source>
        <translation>Was zurückgeschrieben wurde, ist in %1 gesichert.</translation>
    </message>
    <message>
        <source>Drive&apos;s own verdict</source>
        <translation>Eigenes Urteil</translation>
    </message>
    <message>
        <source>Whether the drive itself expects to fail soon.</source>
        <translation>Ob das Laufwerk selbst bald mit seinem Ausfall rechnet.</translation>
    </message>
    <message>
        <source>The drive&apos;s own rule. Most drives that fail never said so before: a good answer proves little, a bad one much.</source>
        <translation>Die Regel des Laufwerks. Die meisten, die ausfallen, sagten es vorher nie: eine gute Antwort beweist wenig, eine schlechte viel.</translation>
    </message>
    <message>
        <source>Drive&apos;s own warnings</source>
        <translation>Eigene Warnungen</translation>
    </message>
    <message>
        <source>Conditions the drive calls critical: spare used up, too hot, degraded, read-only.</source>
        <translation>Zustände, die das Laufwerk kritisch nennt: Reserve verbraucht, zu heiß, eingeschränkt, schreibgeschützt.</translation>
    </message>
    <message>
        <source>The drive&apos;s own rule. None set does not mean that all can be read.</source>
        <translation>Die Regel des Laufwerks. Keine gesetzt heißt nicht, dass sich alles lesen lässt.</translation>
    </message>
    <message>
        <source>Pending sectors</source>
        <translation>Wartende Sektoren</translation>
    </message>
    <message>
        <source>Sectors the drive could not read and waits to replace when they are next written.</source>
        <translation>Sektoren, die das Laufwerk nicht lesen konnte und beim nächsten Schreiben ersetzen will.</translation>
    </message>
    <message>
        <source>Counted by the drive when it stumbles on them: places nobody has read are not in it. Only a scan finds those.</source>
        <translation>Vom Laufwerk gezählt, wenn es darauf stößt: Stellen, die niemand gelesen hat, sind nicht dabei. Die findet nur ein Scan.</translation>
    </message>
    <message>
        <source>Unreadable in own check</source>
        <translation>Bei Prüfung unlesbar</translation>
    </message>
    <message>
        <source>Sectors the drive could not read while checking itself in idle time.</source>
        <translation>Sektoren, die das Laufwerk nicht lesen konnte, als es sich in einer Pause prüfte.</translation>
    </message>
    <message>
        <source>As of the drive&apos;s last check, which may be long ago or never have happened.</source>
        <translation>Stand der letzten Prüfung des Laufwerks, die lange her sein oder nie geschehen sein kann.</translation>
    </message>
    <message>
        <source>Reallocated sectors</source>
        <translation>Ersetzte Sektoren</translation>
    </message>
    <message>
        <source>Sectors given up for good and replaced from the spares.</source>
        <translation>Für immer aufgegebene Sektoren, durch Reserve ersetzt.</translation>
    </message>
    <message>
        <source>Counted by the drive. A few old ones are scars; whether they grow is what counts.</source>
        <translation>Vom Laufwerk gezählt. Ein paar alte sind Narben; ob sie mehr werden, zählt.</translation>
    </message>
    <message>
        <source>Reallocation events</source>
        <translation>Ersetzungsversuche</translation>
    </message>
    <message>
        <source>How often the drive has tried to move data from a weak place.</source>
        <translation>Wie oft das Laufwerk versucht hat, Daten von einer schwachen Stelle zu verlegen.</translation>
    </message>
    <message>
        <source>Counts attempts, successful or not; one event may concern many sectors.</source>
        <translation>Zählt Versuche, gelungen oder nicht; einer kann viele Sektoren betreffen.</translation>
    </message>
    <message>
        <source>Grown defects</source>
        <translation>Gewachsene Defekte</translation>
    </message>
    <message>
        <source>Sectors replaced since the drive left the maker.</source>
        <translation>Seit der Herstellung ersetzte Sektoren.</translation>
    </message>
    <message>
        <source>Counted by the drive. Whether the list grows says more than its length.</source>
        <translation>Vom Laufwerk gezählt. Ob die Liste wächst, sagt mehr als ihre Länge.</translation>
    </message>
    <message>
        <source>Reported uncorrectable</source>
        <translation>Nicht korrigierbar</translation>
    </message>
    <message>
        <source>Times the drive told a computer that it could not give data back.</source>
        <translation>Wie oft das Laufwerk einem Rechner sagte, dass es Daten nicht zurückgeben kann.</translation>
    </message>
    <message>
        <source>Over the whole life: a place since mended still counts, one place read ten times counts ten.</source>
        <translation>Über das ganze Leben: eine inzwischen geheilte Stelle zählt weiter, eine zehnmal gelesene zählt zehn.</translation>
    </message>
    <message>
        <source>Uncorrected reads</source>
        <translation>Nicht korrigierte Lesungen</translation>
    </message>
    <message>
        <source>Reads that the drive gave up on.</source>
        <translation>Lesungen, die das Laufwerk aufgegeben hat.</translation>
    </message>
    <message>
        <source>Over the whole life; one place read ten times counts ten.</source>
        <translation>Über das ganze Leben; eine zehnmal gelesene Stelle zählt zehn.</translation>
    </message>
    <message>
        <source>Uncorrected writes</source>
        <translation>Nicht korrigiertes Schreiben</translation>
    </message>
    <message>
        <source>Writes that the drive gave up on: it found no good place.</source>
        <translation>Schreibzugriffe, die das Laufwerk aufgegeben hat: es fand keine gute Stelle.</translation>
    </message>
    <message>
        <source>Over the whole life. Drives mend failed writes silently; one that cannot is short of spares or worse.</source>
        <translation>Über das ganze Leben. Laufwerke heilen misslungenes Schreiben still; eines, das es nicht kann, hat zu wenig Reserve oder Schlimmeres.</translation>
    </message>
    <message>
        <source>Uncorrected verifies</source>
        <translation>Nicht korrigierte Prüfungen</translation>
    </message>
    <message>
        <source>Verifications that found data unreadable.</source>
        <translation>Prüfungen, die unlesbare Daten fanden.</translation>
    </message>
    <message>
        <source>Over the whole life; only what was ever verified.</source>
        <translation>Über das ganze Leben; nur was je geprüft wurde.</translation>
    </message>
    <message>
        <source>Times the drive could not give data back whole.</source>
        <translation>Wie oft das Laufwerk Daten nicht heil zurückgeben konnte.</translation>
    </message>
    <message>
        <source>Over the whole life, counted when read: what nobody reads is not in it.</source>
        <translation>Über das ganze Leben, gezählt beim Lesen: was niemand liest, ist nicht dabei.</translation>
    </message>
    <message>
        <source>The part of the spare blocks that is not used up yet.</source>
        <translation>Der Teil der Reserveblöcke, der noch nicht verbraucht ist.</translation>
    </message>
    <message>
        <source>The maker decides what 100 % was. At the drive&apos;s own limit it may turn read-only.</source>
        <translation>Was 100 % waren, bestimmt der Hersteller. An der Grenze des Laufwerks kann es schreibgeschützt werden.</translation>
    </message>
    <message>
        <source>How much of the writing that the maker promises has been done.</source>
        <translation>Wie viel des versprochenen Schreibens getan ist.</translation>
    </message>
    <message>
        <source>A promise, no end: drives live on beyond 100 %, and die before.</source>
        <translation>Ein Versprechen, kein Ende: Laufwerke leben über 100 % hinaus und sterben davor.</translation>
    </message>
    <message>
        <source>Spin-up retries</source>
        <translation>Anlaufversuche</translation>
    </message>
    <message>
        <source>Times the motor needed a second attempt to reach its speed.</source>
        <translation>Wie oft der Motor einen zweiten Anlauf brauchte.</translation>
    </message>
    <message>
        <source>A weak power supply or cable does this too.</source>
        <translation>Eine schwache Stromversorgung oder ein schwaches Kabel tut das auch.</translation>
    </message>
    <message>
        <source>Failed starts</source>
        <translation>Misslungene Anläufe</translation>
    </message>
    <message>
        <source>Times the motor or heads did not come up.</source>
        <translation>Wie oft Motor oder Köpfe nicht hochkamen.</translation>
    </message>
    <message>
        <source>A weak power supply does this too.</source>
        <translation>Eine schwache Stromversorgung tut das auch.</translation>
    </message>
    <message>
        <source>Command timeouts</source>
        <translation>Abgelaufene Befehle</translation>
    </message>
    <message>
        <source>Commands that were broken off because they took too long.</source>
        <translation>Befehle, die abgebrochen wurden, weil sie zu lange dauerten.</translation>
    </message>
    <message>
        <source>The computer&apos;s patience counts too; power and cable are as likely as the drive.</source>
        <translation>Auch die Geduld des Rechners zählt; Strom und Kabel sind so wahrscheinlich wie das Laufwerk.</translation>
    </message>
    <message>
        <source>Link errors</source>
        <translation>Verbindungsfehler</translation>
    </message>
    <message>
        <source>Transfers that arrived damaged and were repeated.</source>
        <translation>Übertragungen, die beschädigt ankamen und wiederholt wurden.</translation>
    </message>
    <message>
        <source>Accuses cable, plug, power or adapter, not the surface. Never falls, so only growth is news.</source>
        <translation>Beschuldigt Kabel, Stecker, Strom oder Adapter, nicht die Oberfläche. Sinkt nie, also ist nur Wachstum neu.</translation>
    </message>
    <message>
        <source>Errors besides the medium</source>
        <translation>Fehler neben dem Medium</translation>
    </message>
    <message>
        <source>Recovered errors of link and electronics.</source>
        <translation>Behobene Fehler von Verbindung und Elektronik.</translation>
    </message>
    <message>
        <source>Says nothing of the surface; mostly cable and expander.</source>
        <translation>Sagt nichts über die Oberfläche; meist Kabel und Verteiler.</translation>
    </message>
    <message>
        <source>Logged errors</source>
        <translation>Protokollierte Fehler</translation>
    </message>
    <message>
        <source>Entries the drive has made in its error log.</source>
        <translation>Einträge, die das Laufwerk in sein Fehlerprotokoll geschrieben hat.</translation>
    </message>
    <message>
        <source>Refused commands count like failed reads: the number alone proves nothing.</source>
        <translation>Abgelehnte Befehle zählen wie misslungenes Lesen: die Zahl allein beweist nichts.</translation>
    </message>
    <message>
        <source>Damaged inside the drive</source>
        <translation>Im Laufwerk beschädigt</translation>
    </message>
    <message>
        <source>Data that changed between the drive&apos;s own memory and its surface.</source>
        <translation>Daten, die sich zwischen dem Speicher des Laufwerks und seiner Oberfläche geändert haben.</translation>
    </message>
    <message>
        <source>Counted where the drive checks it at all. Such a drive cannot be trusted with a copy.</source>
        <translation>Gezählt, wo das Laufwerk es überhaupt prüft. Einem solchen Laufwerk darf man keine Kopie anvertrauen.</translation>
    </message>
    <message>
        <source>Corrected with delay</source>
        <translation>Verzögert korrigiert</translation>
    </message>
    <message>
        <source>Reads that succeeded only after the drive tried again.</source>
        <translation>Lesungen, die erst nach einem weiteren Versuch gelangen.</translation>
    </message>
    <message>
        <source>Normal in small numbers; set it against what was read.</source>
        <translation>In kleiner Zahl normal; setzen Sie es ins Verhältnis zum Gelesenen.</translation>
    </message>
    <message>
        <source>How warm the drive is now.</source>
        <translation>Wie warm das Laufwerk jetzt ist.</translation>
    </message>
    <message>
        <source>One sensor, somewhere on the board.</source>
        <translation>Ein Fühler, irgendwo auf der Platine.</translation>
    </message>
    <message>
        <source>Highest temperature</source>
        <translation>Höchste Temperatur</translation>
    </message>
    <message>
        <source>The warmest it has ever been.</source>
        <translation>Wie warm es je war.</translation>
    </message>
    <message>
        <source>Some drives forget it with the power.</source>
        <translation>Manche Laufwerke vergessen es mit dem Strom.</translation>
    </message>
    <message>
        <source>Time too hot</source>
        <translation>Zeit zu heiß</translation>
    </message>
    <message>
        <source>Time spent above the drive&apos;s own warning temperature.</source>
        <translation>Zeit über der eigenen Warntemperatur des Laufwerks.</translation>
    </message>
    <message>
        <source>The maker&apos;s limit, not ours.</source>
        <translation>Die Grenze des Herstellers, nicht unsere.</translation>
    </message>
    <message>
        <source>Hours switched on</source>
        <translation>Betriebsstunden</translation>
    </message>
    <message>
        <source>Its age in use.</source>
        <translation>Sein Alter in Gebrauch.</translation>
    </message>
    <message>
        <source>Age alone is no fault; 8766 hours are a year without pause.</source>
        <translation>Alter allein ist kein Fehler; 8766 Stunden sind ein Jahr ohne Pause.</translation>
    </message>
    <message>
        <source>Times switched on</source>
        <translation>Eingeschaltet</translation>
    </message>
    <message>
        <source>How often it was powered up.</source>
        <translation>Wie oft es eingeschaltet wurde.</translation>
    </message>
    <message>
        <source>No fault by itself.</source>
        <translation>Für sich kein Fehler.</translation>
    </message>
    <message>
        <source>Motor starts</source>
        <translation>Motorstarts</translation>
    </message>
    <message>
        <source>How often the motor was started and stopped.</source>
        <translation>Wie oft der Motor an- und ausging.</translation>
    </message>
    <message>
        <source>Head loads</source>
        <translation>Kopfladungen</translation>
    </message>
    <message>
        <source>How often the heads were parked and brought back.</source>
        <translation>Wie oft die Köpfe geparkt und zurückgeholt wurden.</translation>
    </message>
    <message>
        <source>Ramps are made for some hundred thousand.</source>
        <translation>Rampen sind für einige hunderttausend gemacht.</translation>
    </message>
    <message>
        <source>Unsafe switch-offs</source>
        <translation>Unsanft ausgeschaltet</translation>
    </message>
    <message>
        <source>Times the power went without a word beforehand.</source>
        <translation>Wie oft der Strom ohne Vorwarnung wegblieb.</translation>
    </message>
    <message>
        <source>The computer&apos;s doing; file systems suffer from it, drives seldom.</source>
        <translation>Sache des Rechners; Dateisysteme leiden darunter, Laufwerke selten.</translation>
    </message>
    <message>
        <source>Heads flying</source>
        <translation>Köpfe im Flug</translation>
    </message>
    <message>
        <source>Hours the heads were over the surface.</source>
        <translation>Stunden, in denen die Köpfe über der Oberfläche waren.</translation>
    </message>
    <message>
        <source>Spin-up time</source>
        <translation>Anlaufzeit</translation>
    </message>
    <message>
        <source>How long the motor takes to reach its speed.</source>
        <translation>Wie lange der Motor bis zu seiner Drehzahl braucht.</translation>
    </message>
    <message>
        <source>Makers count it differently; compare the drive with itself.</source>
        <translation>Hersteller zählen es verschieden; vergleichen Sie das Laufwerk mit sich selbst.</translation>
    </message>
    <message>
        <source>Read in its life</source>
        <translation>Im Leben gelesen</translation>
    </message>
    <message>
        <source>Data computers have read from it.</source>
        <translation>Daten, die Rechner davon gelesen haben.</translation>
    </message>
    <message>
        <source>Counted by the drive; bridges sometimes spoil it.</source>
        <translation>Vom Laufwerk gezählt; Brücken verderben es manchmal.</translation>
    </message>
    <message>
        <source>Written in its life</source>
        <translation>Im Leben geschrieben</translation>
    </message>
    <message>
        <source>Data computers have written to it.</source>
        <translation>Daten, die Rechner darauf geschrieben haben.</translation>
    </message>
    <message>
        <source>Counted by the drive; on solid state its cells saw more.</source>
        <translation>Vom Laufwerk gezählt; bei Halbleitern sahen die Zellen mehr.</translation>
    </message>
    <message>
        <source>Read error rate</source>
        <translation>Lesefehlerrate</translation>
    </message>
    <message>
        <source>A figure of the maker&apos;s own on corrected reads.</source>
        <translation>Eine eigene Zahl des Herstellers über korrigiertes Lesen.</translation>
    </message>
    <message>
        <source>High raw numbers are normal with some makers. Only the normalised value against the threshold can be judged.</source>
        <translation>Hohe Rohwerte sind bei manchen Herstellern normal. Beurteilen lässt sich nur der normierte Wert gegen die Schwelle.</translation>
    </message>
    <message>
        <source>Seek error rate</source>
        <translation>Positionierfehlerrate</translation>
    </message>
    <message>
        <source>A figure of the maker&apos;s own on positioning.</source>
        <translation>Eine eigene Zahl des Herstellers über das Positionieren.</translation>
    </message>
    <message>
        <source>Maker&apos;s own</source>
        <translation>Eigenes des Herstellers</translation>
    </message>
    <message>
        <source>Only the maker knows what it counts.</source>
        <translation>Nur der Hersteller weiß, was es zählt.</translation>
    </message>
    <message>
        <source>Judged by the drive&apos;s own threshold and nothing else.</source>
        <translation>Beurteilt nach der Schwelle des Laufwerks und sonst nichts.</translation>
    </message>
    <message>
        <source>Maker&apos;s own, no. %1</source>
        <translation>Eigenes des Herstellers, Nr. %1</translation>
    </message>
    <message>
        <source>expects no failure</source>
        <translation>rechnet mit keinem Ausfall</translation>
    </message>
    <message>
        <source>expects to fail</source>
        <translation>rechnet mit Ausfall</translation>
    </message>
    <message>
        <source>spare low</source>
        <translation>wenig Reserve</translation>
    </message>
    <message>
        <source>temperature</source>
        <translation>Temperatur</translation>
    </message>
    <message>
        <source>degraded</source>
        <translation>eingeschränkt</translation>
    </message>
    <message>
        <source>read-only</source>
        <translation>schreibgeschützt</translation>
    </message>
    <message>
        <source>backup of its memory</source>
        <translation>Sicherung seines Speichers</translation>
    </message>
    <message>
        <source>%1 h</source>
        <translation>%1 h</translation>
    </message>
    <message>
        <source>%1 ms</source>
        <translation>%1 ms</translation>
    </message>
    <message>
        <source> · normalised %1</source>
        <translation> · normiert %1</translation>
    </message>
    <message>
        <source>, worst %1</source>
        <translation>, schlechtester %1</translation>
    </message>
    <message>
        <source>, threshold %1</source>
        <translation>, Schwelle %1</translation>
    </message>
    <message>
        <source>, no threshold reported</source>
        <translation>, keine Schwelle genannt</translation>
    </message>
    <message>
        <source> · raw %1</source>
        <translation> · roh %1</translation>
    </message>
    <message>
        <source> · the drive&apos;s own limit is %1</source>
        <translation> · die eigene Grenze des Laufwerks ist %1</translation>
    </message>
    <message>
        <source>fine</source>
        <translation>gut</translation>
    </message>
    <message>
        <source>warning</source>
        <translation>Warnung</translation>
    </message>
    <message>
        <source>damning</source>
        <translation>vernichtend</translation>
    </message>
    <message>
        <source>for information only</source>
        <translation>nur zur Kenntnis</translation>
    </message>
    <message>
        <source>noted from %1 down</source>
        <translation>vermerkt von %1 abwärts</translation>
    </message>
    <message>
        <source>noted from %1 on</source>
        <translation>vermerkt ab %1</translation>
    </message>
    <message>
        <source>clear of its own threshold</source>
        <translation>fern der eigenen Schwelle</translation>
    </message>
    <message>
        <source>house limit %1</source>
        <translation>Grenze der Hausregeln %1</translation>
    </message>
    <message>
        <source>beyond its own threshold</source>
        <translation>jenseits der eigenen Schwelle</translation>
    </message>
    <message>
        <source>was beyond its threshold once</source>
        <translation>war einmal jenseits der Schwelle</translation>
    </message>
    <message>
        <source>the drive says so itself</source>
        <translation>das Laufwerk sagt es selbst</translation>
    </message>
    <message>
        <source>more than at the last visit</source>
        <translation>mehr als beim letzten Besuch</translation>
    </message>
    <message>
        <source>cannot be: not believed</source>
        <translation>kann nicht sein: nicht geglaubt</translation>
    </message>
    <message>
        <source>This device takes no commands of its own: there are no vitals, self-tests or defect lists. Its surface can be scanned.</source>
        <translation>Dieses Gerät nimmt keine eigenen Befehle an: es gibt keine Vitalwerte, Selbsttests oder Fehlerlisten.</translation>
    </message>
    <message>
        <source>The bridge answers, but hands no health commands on: what the drive counts is not to be had here. Its surface can be scanned.</source>
        <translation>Die Brücke antwortet, gibt aber keine Gesundheitsbefehle weiter: was das Laufwerk zählt, ist durch sie nicht zu haben.</translation>
    </message>
    <message>
        <source>The drive does not watch its own health: it was switched off.</source>
        <translation>Das Laufwerk wacht nicht über seine Gesundheit: es wurde abgeschaltet.</translation>
    </message>
    <message>
        <source>The drive has no health reporting.</source>
        <translation>Das Laufwerk hat keine Gesundheitsmeldung.</translation>
    </message>
    <message>
        <source>The health data arrived with a wrong checksum: a bridge may spoil it. Read with care.</source>
        <translation>Die Gesundheitsdaten kamen mit falscher Prüfsumme an: eine Brücke verdirbt sie vielleicht. Mit Vorsicht lesen.</translation>
    </message>
    <message>
        <source>The drive&apos;s own thresholds could not be read; only the house policy decides.</source>
        <translation>Die eigenen Schwellen des Laufwerks ließen sich nicht lesen; es entscheiden nur die Hausregeln.</translation>
    </message>
    <message>
        <source>Some logs could not be read; what they would say is missing here.</source>
        <translation>Manche Protokolle ließen sich nicht lesen; was sie sagen würden, fehlt hier.</translation>
    </message>
    <message>
        <source>A password is set in the drive.</source>
        <translation>Im Laufwerk ist ein Passwort gesetzt.</translation>
    </message>
    <message>
        <source>The drive is locked by its password: nothing can be read, and that is no defect.</source>
        <translation>Das Laufwerk ist durch sein Passwort gesperrt: nichts lässt sich lesen, und das ist kein Mangel.</translation>
    </message>
    <message>
        <source>The drive&apos;s security settings are frozen until it is powered anew: usual in a computer.</source>
        <translation>Die Sicherheitseinstellungen des Laufwerks sind bis zum nächsten Einschalten eingefroren: üblich in einem Rechner.</translation>
    </message>
    <message>
        <source>The drive has more sectors than it shows; a scan does not reach those.</source>
        <translation>Das Laufwerk hat mehr Sektoren, als es zeigt; ein Scan erreicht sie nicht.</translation>
    </message>
    <message>
        <source>The sectors are formatted with protection data: an ordinary computer may not use them.</source>
        <translation>Die Sektoren sind mit Prüfdaten formatiert: ein gewöhnlicher Rechner kann sie vielleicht nicht benutzen.</translation>
    </message>
    <message>
        <source>The drive must be written in zones, in order: an ordinary file system cannot use it.</source>
        <translation>Das Laufwerk muss in Zonen der Reihe nach geschrieben werden: ein gewöhnliches Dateisystem kann es nicht benutzen.</translation>
    </message>
    <message>
        <source>Logical and physical sectors are out of step: writing may be slow.</source>
        <translation>Logische und physische Sektoren sind versetzt: Schreiben kann langsam sein.</translation>
    </message>
    <message>
        <source>Data just written stays in the drive&apos;s memory for a moment: switch it off only after it was ejected.</source>
        <translation>Eben Geschriebenes bleibt einen Augenblick im Speicher des Laufwerks: schalten Sie es erst nach dem Auswerfen aus.</translation>
    </message>
    <message>
        <source>The drive takes no writes.</source>
        <translation>Das Laufwerk nimmt kein Schreiben an.</translation>
    </message>
    <message>
        <source>It reports a capacity of zero: only the bridge answers, or the drive came up without its program.</source>
        <translation>Es meldet eine Kapazität von null: nur die Brücke antwortet, oder das Laufwerk lief ohne sein Programm an.</translation>
    </message>
    <message>
        <source>Bridge and drive disagree on capacity or sector size: the volume may not open elsewhere.</source>
        <translation>Brücke und Laufwerk sind sich über Kapazität oder Sektorgröße uneins: der Inhalt öffnet sich vielleicht anderswo nicht.</translation>
    </message>
    <message>
        <source>The drive is present but not ready.</source>
        <translation>Das Laufwerk ist da, aber nicht bereit.</translation>
    </message>
    <message>
        <source>The drive stopped answering while it was asked.</source>
        <translation>Das Laufwerk hörte auf zu antworten, als es gefragt wurde.</translation>
    </message>
    <message>
        <source>The drive encrypts itself, and locks when it loses power: without its owner&apos;s key the data is gone then.</source>
        <translation>Das Laufwerk verschlüsselt sich und sperrt, wenn es den Strom verliert: ohne den Schlüssel des Besitzers sind die Daten dann weg.</translation>
    </message>
    <message>
        <source>The drive encrypts itself and keeps data locked now: what is locked cannot be read, and that is no defect.</source>
        <translation>Das Laufwerk verschlüsselt sich und hält jetzt Daten gesperrt: was gesperrt ist, lässt sich nicht lesen, und das ist kein Mangel.</translation>
    </message>
    <message>
        <source>The drive is erasing itself, whole: it gives nothing until that is done.</source>
        <translation>Das Laufwerk löscht sich gerade ganz: bis das getan ist, gibt es nichts her.</translation>
    </message>
    <message>
        <source>The drive&apos;s erasure of itself failed: it gives nothing until that is done anew.</source>
        <translation>Das Laufwerk ist am Löschen seiner selbst gescheitert: bis das neu getan ist, gibt es nichts her.</translation>
    </message>
    <message>
        <source>Attach it by SATA, or by another adapter, and read again.</source>
        <translation>Schließen Sie es per SATA oder über einen anderen Adapter an, und lesen Sie noch einmal.</translation>
    </message>
    <message>
        <source>Keep it powered until its data is saved, or have the key at hand.</source>
        <translation>Lassen Sie es am Strom, bis seine Daten gesichert sind, oder halten Sie den Schlüssel bereit.</translation>
    </message>
    <message>
        <source>Have it unlocked by its owner, then read again.</source>
        <translation>Lassen Sie es von seinem Besitzer entsperren, dann lesen Sie noch einmal.</translation>
    </message>
    <message>
        <source>It can be switched on; what was missed stays missing.</source>
        <translation>Sie lässt sich einschalten; was versäumt wurde, fehlt weiter.</translation>
    </message>
    <message>
        <source>Do not keep switching it on. Save the data with care, or hand it to somebody who can.</source>
        <translation>Schalten Sie es nicht immer wieder ein. Sichern Sie die Daten mit Vorsicht, oder geben Sie es jemandem, der es kann.</translation>
    </message>
    <message>
        <source>slow</source>
        <translation>langsam</translation>
    </message>
    <message>
        <source>freezes</source>
        <translation>friert ein</translation>
    </message>
    <message>
        <source>crashes</source>
        <translation>stürzt ab</translation>
    </message>
    <message>
        <source>will not start</source>
        <translation>läuft nicht an</translation>
    </message>
    <message>
        <source>slow copying</source>
        <translation>langsames Kopieren</translation>
    </message>
    <message>
        <source>read errors</source>
        <translation>Lesefehler</translation>
    </message>
    <message>
        <source>write errors</source>
        <translation>Schreibfehler</translation>
    </message>
    <message>
        <source>file system wants repair</source>
        <translation>Dateisystem will Reparatur</translation>
    </message>
    <message>
        <source>went read-only</source>
        <translation>wurde schreibgeschützt</translation>
    </message>
    <message>
        <source>noise</source>
        <translation>Geräusche</translation>
    </message>
    <message>
        <source>drops off</source>
        <translation>fällt ab</translation>
    </message>
    <message>
        <source>was dropped</source>
        <translation>ist heruntergefallen</translation>
    </message>
    <message>
        <source>Go on</source>
        <translation>Weiter</translation>
    </message>
    <message>
        <source>Go gently</source>
        <translation>Behutsam weiter</translation>
    </message>
    <message>
        <source>Stop: save the data first</source>
        <translation>Halt: erst die Daten sichern</translation>
    </message>
    <message>
        <source>Nothing the drive says speaks against reading its surface. A short self-test comes first.</source>
        <translation>Nichts, was das Laufwerk sagt, spricht gegen das Lesen seiner Oberfläche. Ein kurzer Selbsttest kommt zuerst.</translation>
    </message>
    <message>
        <source>Read it once and not twice, and save what matters before long tests.</source>
        <translation>Lesen Sie es einmal und nicht zweimal, und sichern Sie vor langen Tests, was zählt.</translation>
    </message>
    <message>
        <source>More testing may finish the drive off. Save the data before anything else is tried.</source>
        <translation>Weiteres Testen kann dem Laufwerk den Rest geben. Sichern Sie die Daten, bevor sonst etwas versucht wird.</translation>
    </message>
    <message>
        <source>%1: %2, %3</source>
        <translation>%1: %2, %3</translation>
    </message>
    <message>
        <source>complaint: %1; that alone is reason enough</source>
        <translation>Beanstandung: %1; das allein ist Grund genug</translation>
    </message>
    <message>
        <source>the latest self-test failed</source>
        <translation>der letzte Selbsttest ist gescheitert</translation>
    </message>
    <message>
        <source>firmware known to be bad: %1</source>
        <translation>Firmware als schlecht bekannt: %1</translation>
    </message>
    <message>
        <source>the drive says nothing of its health here</source>
        <translation>das Laufwerk sagt hier nichts über seine Gesundheit</translation>
    </message>
    <message>
        <source>the drive is locked</source>
        <translation>das Laufwerk ist gesperrt</translation>
    </message>
    <message>
        <source>it stopped answering while it was asked</source>
        <translation>es hörte auf zu antworten, als es gefragt wurde</translation>
    </message>
    <message>
        <source>it reports a capacity of zero</source>
        <translation>es meldet eine Kapazität von null</translation>
    </message>
    <message>
        <source>nothing that could be read speaks against it; some of it is worth a note</source>
        <translation>nichts Lesbares spricht dagegen; einiges ist einen Vermerk wert</translation>
    </message>
    <message>
        <source>all that could be read is fine</source>
        <translation>alles Lesbare ist in Ordnung</translation>
    </message>
    <message>
        <source>short</source>
        <translation>kurz</translation>
    </message>
    <message>
        <source>extended</source>
        <translation>ausführlich</translation>
    </message>
    <message>
        <source>conveyance</source>
        <translation>Transport</translation>
    </message>
    <message>
        <source>selective</source>
        <translation>ausgewählt</translation>
    </message>
    <message>
        <source>other</source>
        <translation>anderer</translation>
    </message>
    <message>
        <source>passed</source>
        <translation>bestanden</translation>
    </message>
    <message>
        <source>aborted</source>
        <translation>abgebrochen</translation>
    </message>
    <message>
        <source>interrupted by a reset</source>
        <translation>durch ein Zurücksetzen unterbrochen</translation>
    </message>
    <message>
        <source>failed to read</source>
        <translation>am Lesen gescheitert</translation>
    </message>
    <message>
        <source>running</source>
        <translation>läuft</translation>
    </message>
    <message>
        <source>listed as pending</source>
        <translation>als wartend geführt</translation>
    </message>
    <message>
        <source>found by the drive in the background</source>
        <translation>vom Laufwerk im Hintergrund gefunden</translation>
    </message>
    <message>
        <source>in the drive&apos;s error log</source>
        <translation>im Fehlerprotokoll des Laufwerks</translation>
    </message>
    <message>
        <source>in the grown list</source>
        <translation>in der Liste der gewachsenen Defekte</translation>
    </message>
    <message>
        <source>a self-test failed there</source>
        <translation>dort scheiterte ein Selbsttest</translation>
    </message>
    <message>
        <source>no commands</source>
        <translation>keine Befehle</translation>
    </message>
    <message>
        <source>1 block</source>
        <translation>1 Block</translation>
    </message>
    <message>
        <source>%1 blocks</source>
        <translation>%1 Blöcke</translation>
    </message>
    <message>
        <source>not visited</source>
        <translation>nicht besucht</translation>
    </message>
    <message>
        <source>steady</source>
        <translation>stetig</translation>
    </message>
    <message>
        <source>once</source>
        <translation>einmal</translation>
    </message>
    <message>
        <source>confirmed</source>
        <translation>bestätigt</translation>
    </message>
    <message>
        <source>passing</source>
        <translation>vorübergehend</translation>
    </message>
    <message>
        <source>reads well now</source>
        <translation>liest jetzt gut</translation>
    </message>
    <message>
        <source>rewritten in place, reads well now</source>
        <translation>an Ort und Stelle neu geschrieben, liest jetzt gut</translation>
    </message>
    <message>
        <source>moved to a spare sector, reads well now</source>
        <translation>auf einen Ersatzsektor verlegt, liest jetzt gut</translation>
    </message>
    <message>
        <source>rewritten or moved to a spare, the drive does not say; reads well now</source>
        <translation>neu geschrieben oder ersetzt, das Laufwerk sagt es nicht; liest jetzt gut</translation>
    </message>
    <message>
        <source>still slow</source>
        <translation>noch langsam</translation>
    </message>
    <message>
        <source>still unreadable</source>
        <translation>noch unlesbar</translation>
    </message>
    <message>
        <source>still unreadable, and the drive has no spare sectors left</source>
        <translation>noch unlesbar, und das Laufwerk hat keine Ersatzsektoren mehr</translation>
    </message>
    <message>
        <source>worse than before</source>
        <translation>schlimmer als zuvor</translation>
    </message>
    <message>
        <source>Data: not asked</source>
        <translation>Daten: nicht gefragt</translation>
    </message>
    <message>
        <source>Data: saved elsewhere</source>
        <translation>Daten: anderswo gesichert</translation>
    </message>
    <message>
        <source>Data: not saved elsewhere</source>
        <translation>Daten: nicht anderswo gesichert</translation>
    </message>
    <message>
        <source>Data: not known if saved</source>
        <translation>Daten: unbekannt, ob gesichert</translation>
    </message>
    <message>
        <source>turns</source>
        <translation>Umdrehungen</translation>
    </message>
    <message>
        <source>units</source>
        <translation>Einheiten</translation>
    </message>
    <message>
        <source>less than %1 %2 (%3) later than its neighbours</source>
        <translation>weniger als %1 %2 (%3) später als die Nachbarn</translation>
    </message>
    <message>
        <source>%1 to %2 %3 late (%4 to %5)</source>
        <translation>%1 bis %2 %3 verspätet (%4 bis %5)</translation>
    </message>
    <message>
        <source>%1 %2 late (%3) and more, but answered</source>
        <translation>%1 %2 verspätet (%3) und mehr, aber beantwortet</translation>
    </message>
    <message>
        <source>damaged on the way, again and again: points to cable or adapter, not to the surface</source>
        <translation>unterwegs beschädigt, wieder und wieder: deutet auf Kabel oder Adapter, nicht auf die Oberfläche</translation>
    </message>
    <message>
        <source>no answer within the limit</source>
        <translation>keine Antwort innerhalb der Grenze</translation>
    </message>
    <message>
        <source>the drive reports that the data cannot be read</source>
        <translation>das Laufwerk meldet, dass sich die Daten nicht lesen lassen</translation>
    </message>
    <message>
        <source>something else used it</source>
        <translation>etwas anderes benutzte es</translation>
    </message>
    <message>
        <source>Orbita&apos;s reader was held up</source>
        <translation>Orbitas Leseprozess wurde aufgehalten</translation>
    </message>
    <message>
        <source>the computer slept</source>
        <translation>der Rechner schlief</translation>
    </message>
    <message>
        <source>another scan shares its USB hub</source>
        <translation>ein anderer Scan teilt seinen USB-Hub</translation>
    </message>
    <message>
        <source>a slow command was at the drive beside it</source>
        <translation>ein langsamer Befehl war daneben am Laufwerk</translation>
    </message>
    <message>
        <source>the head came from elsewhere</source>
        <translation>der Kopf kam von anderswo</translation>
    </message>
    <message>
        <source>asks at %1 unreadable sectors</source>
        <translation>fragt bei %1 unlesbaren Sektoren</translation>
    </message>
    <message>
        <source>ends at %1 unreadable sectors</source>
        <translation>endet bei %1 unlesbaren Sektoren</translation>
    </message>
    <message>
        <source>asks at %1 unreadable patches</source>
        <translation>fragt bei %1 unlesbaren Flecken</translation>
    </message>
    <message>
        <source>ends at %1 unreadable patches</source>
        <translation>endet bei %1 unlesbaren Flecken</translation>
    </message>
    <message>
        <source>asks at %1 unreadable sectors in one patch</source>
        <translation>fragt bei %1 unlesbaren Sektoren in einem Fleck</translation>
    </message>
    <message>
        <source>ends at %1 unreadable sectors in one patch</source>
        <translation>endet bei %1 unlesbaren Sektoren in einem Fleck</translation>
    </message>
    <message>
        <source>asks at %1 stalls</source>
        <translation>fragt bei %1 Stillständen</translation>
    </message>
    <message>
        <source>ends at %1 stalls</source>
        <translation>endet bei %1 Stillständen</translation>
    </message>
    <message>
        <source>asks after %1</source>
        <translation>fragt nach %1</translation>
    </message>
    <message>
        <source>ends after %1</source>
        <translation>endet nach %1</translation>
    </message>
    <message>
        <source>cools down from %1 °C</source>
        <translation>kühlt ab ab %1 °C</translation>
    </message>
    <message>
        <source>asks when %1 of its vitals are damning</source>
        <translation>fragt, wenn %1 seiner Vitalwerte vernichtend sind</translation>
    </message>
    <message>
        <source>ends when %1 of its vitals are damning</source>
        <translation>endet, wenn %1 seiner Vitalwerte vernichtend sind</translation>
    </message>
    <message>
        <source>%1 unreadable patches</source>
        <translation>%1 unlesbare Flecken</translation>
    </message>
    <message>
        <source>%1 unreadable in one patch</source>
        <translation>%1 unlesbar in einem Fleck</translation>
    </message>
    <message>
        <source>%1 stalls</source>
        <translation>%1 Stillstände</translation>
    </message>
    <message>
        <source>%1 have passed</source>
        <translation>%1 sind vergangen</translation>
    </message>
    <message>
        <source>%1 of its vitals are damning</source>
        <translation>%1 seiner Vitalwerte sind vernichtend</translation>
    </message>
    <message>
        <source>the scan ended before</source>
        <translation>der Scan endete vorher</translation>
    </message>
    <message>
        <source>it lies beside what failed, and was put off</source>
        <translation>es liegt neben Fehlgeschlagenem und wurde aufgeschoben</translation>
    </message>
    <message>
        <source>it failed as a whole, and was not looked into</source>
        <translation>es schlug als Ganzes fehl und wurde nicht untersucht</translation>
    </message>
    <message>
        <source>the drive stopped answering there</source>
        <translation>das Laufwerk hörte dort auf zu antworten</translation>
    </message>
    <message>
        <source>the drive came to a standstill near there, and it was kept for last</source>
        <translation>das Laufwerk kam nahe dort zum Stillstand, und es wurde für zuletzt behalten</translation>
    </message>
    <message>
        <source>the drive froze there</source>
        <translation>das Laufwerk fror dort ein</translation>
    </message>
    <message>
        <source>the drive went away there</source>
        <translation>das Laufwerk verschwand dort</translation>
    </message>
    <message>
        <source>it took longer than the limit there</source>
        <translation>es brauchte dort länger als die Grenze</translation>
    </message>
    <message>
        <source>%1, %2 times</source>
        <translation>%1, %2-mal</translation>
    </message>
    <message>
        <source>sweeping over %1 of the span</source>
        <translation>pendelnd über %1 des Bereichs</translation>
    </message>
    <message>
        <source>a sample of %1 blocks</source>
        <translation>eine Stichprobe von %1 Blöcken</translation>
    </message>
    <message>
        <source>carefully, the worst places last</source>
        <translation>behutsam, die schlimmsten Stellen zuletzt</translation>
    </message>
    <message>
        <source>The scan is running.</source>
        <translation>Der Scan läuft.</translation>
    </message>
    <message>
        <source>Read to the end.</source>
        <translation>Bis zum Ende gelesen.</translation>
    </message>
    <message>
        <source>Stopped before the end.</source>
        <translation>Vor dem Ende beendet.</translation>
    </message>
    <message>
        <source>Stopped by a rule of its plan.</source>
        <translation>Von einer Regel seines Plans beendet.</translation>
    </message>
    <message>
        <source>The drive went away: nothing answers behind the device any more.</source>
        <translation>Das Laufwerk verschwand: hinter dem Gerät antwortet nichts mehr.</translation>
    </message>
    <message>
        <source>The drive stopped answering; the command was abandoned.</source>
        <translation>Das Laufwerk hörte auf zu antworten; der Befehl wurde aufgegeben.</translation>
    </message>
    <message>
        <source>The file or device became shorter while it was read.</source>
        <translation>Die Datei oder das Gerät wurde kürzer, während gelesen wurde.</translation>
    </message>
    <message>
        <source>Too many damaged transfers in a row: cable or adapter.</source>
        <translation>Zu viele beschädigte Übertragungen hintereinander: Kabel oder Adapter.</translation>
    </message>
    <message>
        <source>The drive or the system does not take this command. Scan by reading instead of verifying, or with smaller blocks.</source>
        <translation>Das Laufwerk oder das System nimmt diesen Befehl nicht an. Scannen Sie durch Lesen statt Prüfen, oder mit kleineren Blöcken.</translation>
    </message>
    <message>
        <source>The drive keeps its data locked (password or protection): that is no defect.</source>
        <translation>Das Laufwerk hält seine Daten gesperrt (Passwort oder Schutz): das ist kein Mangel.</translation>
    </message>
    <message>
        <source>The drive answers a verify without looking at the medium: nothing was scanned. Scan by reading.</source>
        <translation>Das Laufwerk beantwortet ein Prüfen, ohne auf das Medium zu sehen: nichts wurde gescannt. Scannen Sie durch Lesen.</translation>
    </message>
    <message>
        <source>Orbita&apos;s reader ended unexpectedly; this says nothing of the drive. Start again.</source>
        <translation>Orbitas Leseprozess endete unerwartet; das sagt nichts über das Laufwerk. Beginnen Sie noch einmal.</translation>
    </message>
    <message>
        <source>What answers now is not the drive that this was begun with. Nothing more was read or saved: attach that drive again, then go on.</source>
        <translation>Was jetzt antwortet, ist nicht das Laufwerk, mit dem begonnen wurde. Nichts weiter wurde gelesen oder gesichert: schließen Sie jenes Laufwerk wieder an, dann geht es weiter.</translation>
    </message>
    <message>
        <source>Orbita was about to send a command that it must not send, and stopped itself before it left. That is a fault of Orbita&apos;s, not of the drive.</source>
        <translation>Orbita wollte einen Befehl schicken, den es nicht schicken darf, und hielt sich auf, bevor er hinausging. Das ist ein Fehler von Orbita, nicht des Laufwerks.</translation>
    </message>
    <message>
        <source>Nothing can be said about the rest yet.</source>
        <translation>Über den Rest lässt sich noch nichts sagen.</translation>
    </message>
    <message>
        <source>Seen once: scan these places again before they count.</source>
        <translation>Einmal gesehen: scannen Sie diese Stellen noch einmal, bevor sie zählen.</translation>
    </message>
    <message>
        <source>Save the data before anything is treated.</source>
        <translation>Sichern Sie die Daten, bevor etwas behandelt wird.</translation>
    </message>
    <message>
        <source>Stop testing and save the data first.</source>
        <translation>Hören Sie auf zu testen und sichern Sie erst die Daten.</translation>
    </message>
    <message>
        <source>Try another cable or adapter, then scan again.</source>
        <translation>Versuchen Sie ein anderes Kabel oder einen anderen Adapter, dann scannen Sie noch einmal.</translation>
    </message>
    <message>
        <source>Check power and cable; if it happens again, the drive is failing.</source>
        <translation>Sehen Sie nach Strom und Kabel; geschieht es wieder, versagt das Laufwerk.</translation>
    </message>
    <message>
        <source>If it never comes, that is the finding: stop, and save what matters first.</source>
        <translation>Kommt sie nie, ist das der Befund: beenden Sie, und sichern Sie erst, was zählt.</translation>
    </message>
    <message>
        <source>No defect in %1 samples: with 95 % confidence, under %2 of the blocks are defective.</source>
        <translation>Kein Mangel in %1 Stichproben: mit 95 % Sicherheit sind unter %2 der Blöcke mangelhaft.</translation>
    </message>
    <message>
        <source>%1 of %2 samples are defective: with 95 % confidence, under %3 of the blocks are.</source>
        <translation>%1 von %2 Stichproben sind mangelhaft: mit 95 % Sicherheit sind es unter %3 der Blöcke.</translation>
    </message>
    <message>
        <source>Too little has been read to say anything.</source>
        <translation>Zu wenig wurde gelesen, um etwas zu sagen.</translation>
    </message>
    <message>
        <source>%1 of the drive was read well, but with nothing to compare its time with: whether it is slow is not known. Scan the drive around it, or all of it.</source>
        <translation>%1 des Laufwerks wurden gut gelesen, aber ohne Vergleich für die Zeit: ob es langsam ist, ist nicht bekannt. Scannen Sie darum herum oder alles.</translation>
    </message>
    <message>
        <source>Even so far: no defect in the %1 of the drive that has been read.</source>
        <translation>Bisher gleichmäßig: kein Mangel in den gelesenen %1 des Laufwerks.</translation>
    </message>
    <message>
        <source>Even: every sector of the drive was read, without a defect.</source>
        <translation>Gleichmäßig: jeder Sektor des Laufwerks wurde gelesen, ohne Mangel.</translation>
    </message>
    <message>
        <source>The whole drive is readable; %1 answered slowly.</source>
        <translation>Das ganze Laufwerk ist lesbar; %1 antworteten langsam.</translation>
    </message>
    <message>
        <source>All of the %1 read so far is readable; %2 answered slowly.</source>
        <translation>Alles bisher Gelesene, %1, ist lesbar; %2 antworteten langsam.</translation>
    </message>
    <message>
        <source>%1 unreadable in one patch at %2 %; read so far: %3 of the drive.</source>
        <translation>%1 unlesbar in einem Fleck bei %2 %; bisher gelesen: %3 des Laufwerks.</translation>
    </message>
    <message>
        <source>%1 unreadable in %2 patches, the first at %3 %; read so far: %4 of the drive.</source>
        <translation>%1 unlesbar in %2 Flecken, der erste bei %3 %; bisher gelesen: %4 des Laufwerks.</translation>
    </message>
    <message>
        <source>%1 unreadable in %2 patches, from %3 % on: this is spreading damage, not one old spot.</source>
        <translation>%1 unlesbar in %2 Flecken, ab %3 %: das ist Schaden, der sich ausbreitet, nicht eine alte Stelle.</translation>
    </message>
    <message>
        <source>No answer for %1, after %2 of the drive was read.</source>
        <translation>Seit %1 keine Antwort, nachdem %2 des Laufwerks gelesen waren.</translation>
    </message>
    <message>
        <source>The drive stopped answering after %1 of it was read. That is a finding, whatever the map shows.</source>
        <translation>Das Laufwerk hörte auf zu antworten, nachdem %1 gelesen waren. Das ist ein Befund, was die Karte auch zeigt.</translation>
    </message>
    <message>
        <source>%1 damaged transfers, but no unreadable sector: this points to the link, not to the surface.</source>
        <translation>%1 beschädigte Übertragungen, aber kein unlesbarer Sektor: das deutet auf die Verbindung, nicht auf die Oberfläche.</translation>
    </message>
    <message>
        <source>%1 failed as a whole; which of their sectors are unreadable is found out last.</source>
        <translation>%1 schlugen als Ganzes fehl; welche ihrer Sektoren unlesbar sind, zeigt sich zuletzt.</translation>
    </message>
    <message>
        <source>Nothing seems to be stored in %1 of it; a drive answers for that without its medium: not vouched for.</source>
        <translation>In %1 davon scheint nichts gespeichert zu sein; ein Laufwerk antwortet dafür ohne sein Medium: dafür wird nicht gebürgt.</translation>
    </message>
    <message>
        <source>%1 of it was read well, but with nothing to compare its time with: whether it is slow is not known. Scan the drive around it, or all of it.</source>
        <translation>%1 davon wurden gut gelesen, aber ohne Vergleich für die Zeit: ob es langsam ist, ist nicht bekannt. Scannen Sie darum herum oder alles.</translation>
    </message>
    <message>
        <source>%1 late blocks are not counted: something else used the drive.</source>
        <translation>%1 verspätete Blöcke zählen nicht: etwas anderes benutzte das Laufwerk.</translation>
    </message>
    <message>
        <source>The kernel splits each block into several commands: a latency is their sum.</source>
        <translation>Der Kern zerlegt jeden Block in mehrere Befehle: eine Antwortzeit ist ihre Summe.</translation>
    </message>
    <message>
        <source>Direct reading was refused: some answers come from this computer&apos;s memory.</source>
        <translation>Direktes Lesen wurde abgelehnt: manche Antworten kommen aus dem Speicher dieses Rechners.</translation>
    </message>
    <message>
        <source>The last bytes fill no whole sector and are not read.</source>
        <translation>Die letzten Bytes füllen keinen ganzen Sektor und werden nicht gelesen.</translation>
    </message>
    <message>
        <source>This is an image that lacks sectors of its drive; they read as zeros here. Its map says which.</source>
        <translation>Das ist ein Abbild, dem Sektoren seines Laufwerks fehlen; sie lesen sich hier als Nullen. Seine Karte sagt, welche.</translation>
    </message>
    <message>
        <source>The drive&apos;s own commands cannot be sent from here: it is read through the system, and errors come without the drive&apos;s own words.</source>
        <translation>Die eigenen Befehle des Laufwerks lassen sich von hier nicht schicken: es wird durch das System gelesen, und Fehler kommen ohne die Worte des Laufwerks.</translation>
    </message>
    <message>
        <source>%1 is mounted at %2</source>
        <translation>%1 ist eingehängt in %2</translation>
    </message>
    <message>
        <source>%1 is used for swapping</source>
        <translation>%1 dient zum Auslagern</translation>
    </message>
    <message>
        <source>%1 is held by %2</source>
        <translation>%1 wird gehalten von %2</translation>
    </message>
    <message>
        <source>There is no medium in it.</source>
        <translation>Es liegt kein Medium darin.</translation>
    </message>
    <message>
        <source>It reports no capacity: only a bridge answers, or the drive is not ready. Switch it off and on once; if it stays so, its data is a case for the laboratory.</source>
        <translation>Es meldet keine Kapazität: nur eine Brücke antwortet, oder das Laufwerk ist nicht bereit. Schalten Sie es einmal aus und ein; bleibt es so, sind seine Daten ein Fall für das Labor.</translation>
    </message>
    <message>
        <source>The system does not reach it now (&quot;%1&quot;): check power and cable.</source>
        <translation>Das System erreicht es jetzt nicht („%1“): sehen Sie nach Strom und Kabel.</translation>
    </message>
    <message>
        <source>It did not answer when it was asked what is on it. Others are not held up; it is asked again in a minute.</source>
        <translation>Es antwortete nicht auf die Frage, was darauf ist. Andere werden nicht aufgehalten; in einer Minute wird es wieder gefragt.</translation>
    </message>
    <message>
        <source>A volume that a controller has made (%1): the drives it is made of cannot be seen, and their health has to be read elsewhere.</source>
        <translation>Ein Verbund, den eine Steuerung gebildet hat (%1): die Laufwerke, aus denen er besteht, sind nicht zu sehen, und ihre Gesundheit muss anderswo gelesen werden.</translation>
    </message>
    <message>
        <source>The same drive as %1, reached another way.</source>
        <translation>Dasselbe Laufwerk wie %1, auf anderem Weg erreicht.</translation>
    </message>
    <message>
        <source>%1 claims the same serial number: tell them apart by where they are attached, one at a time.</source>
        <translation>%1 nennt dieselbe Seriennummer: unterscheiden Sie sie danach, wo sie angeschlossen sind, eines nach dem anderen.</translation>
    </message>
    <message>
        <source>Its zones have to be written in order: it may be read, not treated sector by sector.</source>
        <translation>Seine Zonen müssen der Reihe nach geschrieben werden: es darf gelesen, nicht Sektor für Sektor behandelt werden.</translation>
    </message>
    <message>
        <source>Its sectors hold %1 bytes: it comes from a system that keeps protection data with them.</source>
        <translation>Seine Sektoren enthalten %1 Byte: es kommt aus einem System, das Prüfdaten dabei hält.</translation>
    </message>
    <message>
        <source>%1 does not begin at a physical sector: writing there is slow, and that is no fault of the drive.</source>
        <translation>%1 beginnt nicht an einem physischen Sektor: dort zu schreiben ist langsam, und das ist kein Fehler des Laufwerks.</translation>
    </message>
    <message>
        <source>%1 reaches beyond the end of the drive: the table was made for a larger one, or a bridge hides sectors.</source>
        <translation>%1 reicht über das Ende des Laufwerks hinaus: die Tabelle wurde für ein größeres gemacht, oder eine Brücke verbirgt Sektoren.</translation>
    </message>
    <message>
        <source>%1 overlaps the partition before it: the table is damaged.</source>
        <translation>%1 überlappt die Partition davor: die Tabelle ist beschädigt.</translation>
    </message>
    <message>
        <source>The partition table at the beginning is damaged; its copy at the end is whole. That alone is no fault of the surface.</source>
        <translation>Die Partitionstabelle am Anfang ist beschädigt; ihre Kopie am Ende ist heil. Das allein ist kein Fehler der Oberfläche.</translation>
    </message>
    <message>
        <source>The copy of the partition table at the end is damaged or missing; the one at the beginning is whole.</source>
        <translation>Die Kopie der Partitionstabelle am Ende ist beschädigt oder fehlt; die am Anfang ist heil.</translation>
    </message>
    <message>
        <source>Both copies of the partition table are damaged.</source>
        <translation>Beide Kopien der Partitionstabelle sind beschädigt.</translation>
    </message>
    <message>
        <source>Orbita&apos;s casebook lies on this drive (%1): what is found would be written to the very drive that is tested. Start Orbita with XDG_DATA_HOME on another one.</source>
        <translation>Orbitas Fallbuch liegt auf diesem Laufwerk (%1): was gefunden wird, würde auf eben das Laufwerk geschrieben, das getestet wird. Starten Sie Orbita mit XDG_DATA_HOME auf einem anderen.</translation>
    </message>
    <message>
        <source>No medium</source>
        <translation>Kein Medium</translation>
    </message>
    <message>
        <source>No capacity</source>
        <translation>Keine Kapazität</translation>
    </message>
    <message>
        <source>Not reached</source>
        <translation>Nicht erreicht</translation>
    </message>
    <message>
        <source>Does not answer</source>
        <translation>Antwortet nicht</translation>
    </message>
    <message>
        <source>Serial not unique</source>
        <translation>Seriennummer mehrfach</translation>
    </message>
    <message>
        <source>Second path</source>
        <translation>Zweiter Weg</translation>
    </message>
    <message>
        <source>as long as it likes</source>
        <translation>so lange es will</translation>
    </message>
    <message>
        <source>%1 saved; the image cannot be written: %2</source>
        <translation>%1 gesichert; das Abbild lässt sich nicht schreiben: %2</translation>
    </message>
    <message>
        <source>every sector of the drive is saved in %1</source>
        <translation>jeder Sektor des Laufwerks ist in %1 gesichert</translation>
    </message>
    <message>
        <source>%1 saved in %2, %3 of the drive</source>
        <translation>%1 gesichert in %2, %3 des Laufwerks</translation>
    </message>
    <message>
        <source>LBA %1</source>
        <translation>LBA %1</translation>
    </message>
    <message>
        <source>LBA %1 – %2</source>
        <translation>LBA %1 – %2</translation>
    </message>
    <message>
        <source>%1 in, %2 of the drive</source>
        <translation>bei %1, %2 des Laufwerks</translation>
    </message>
    <message>
        <source>%1 in, %2</source>
        <translation>bei %1, %2</translation>
    </message>
    <message>
        <source>  serial </source>
        <translation>  Seriennummer </translation>
    </message>
    <message>
        <source>Written to </source>
        <translation>Geschrieben nach </translation>
    </message>
    <message>
        <source> and .html
</source>
        <translation> und .html
</translation>
    </message>
    <message>
        <source>device paths, demo:NAME, or scenarios; one after the other</source>
        <translation>Gerätepfade, demo:NAME oder Szenarien; eines nach dem anderen</translation>
    </message>
    <message>
        <source>leave steps out: vitals, self-test, sample, scan, second-looks, ruling, report; several with commas between</source>
        <translation>Schritte auslassen: vitals, self-test, sample, scan, second-looks, ruling, report; mehrere durch Kommas getrennt</translation>
    </message>
    <message>
        <source>when reading ends, as of scan; </source>
        <translation>wann das Lesen endet, wie bei scan; </translation>
    </message>
    <message>
        <source> if not given</source>
        <translation> wenn nicht angegeben</translation>
    </message>
    <message>
        <source>how many blocks the sample reads</source>
        <translation>wie viele Blöcke die Stichprobe liest</translation>
    </message>
    <message>
        <source>whether the data on the drive exists elsewhere: where it does not, it ends sooner</source>
        <translation>ob es die Daten des Laufwerks noch anderswo gibt: wo nicht, endet es früher</translation>
    </message>
    <message>
        <source>as of judge: slow, noise=yes, ...</source>
        <translation>wie bei judge: slow, noise=yes, ...</translation>
    </message>
    <message>
        <source>there is no complaint &quot;</source>
        <translation>es gibt keine Beanstandung „</translation>
    </message>
    <message>
        <source>the house policy, by name or file</source>
        <translation>die Hausregeln, nach Name oder Datei</translation>
    </message>
    <message>
        <source>a folder for a report of each drive, as PDF and HTML</source>
        <translation>ein Ordner für einen Bericht je Laufwerk, als PDF und HTML</translation>
    </message>
    <message>
        <source>show only the end of serial numbers in reports</source>
        <translation>in Berichten nur das Ende der Seriennummern zeigen</translation>
    </message>
    <message>
        <source>Vitals, a short self-test, a sample, a scan of all of it, second looks, ruling, report: it stops asking the drive
at the first step whose outcome makes the next unwise, and says so. Nothing is written to the drive.
Exit status: 0 keep; 4 watch; 5 spare duty; 6 retire; 3 not judged yet; 2 the call is wrong, or a drive could not
be assessed. Of several drives, the gravest.</source>
        <translation>Vitalwerte, ein kurzer Selbsttest, eine Stichprobe, ein Scan von allem, zweite Blicke, Urteil, Bericht: es fragt das
Laufwerk nichts mehr nach dem ersten Schritt, dessen Ergebnis den nächsten unklug macht, und sagt es. Auf das
Laufwerk wird nichts geschrieben.
Rückgabewert: 0 behalten; 4 beobachten; 5 Nebendienst; 6 ausmustern; 3 noch ohne Urteil; 2 der Aufruf ist falsch,
oder ein Laufwerk ließ sich nicht begutachten. Bei mehreren Laufwerken der schwerste.</translation>
    </message>
    <message>
        <source>
Not assessed: </source>
        <translation>
Nicht begutachtet: </translation>
    </message>
    <message>
        <source>no serial</source>
        <translation>ohne Seriennummer</translation>
    </message>
    <message>
        <source>  visits </source>
        <translation>  Besuche </translation>
    </message>
    <message>
        <source>, scans </source>
        <translation>, Scans </translation>
    </message>
    <message>
        <source>, last seen </source>
        <translation>, zuletzt gesehen </translation>
    </message>
    <message>
        <source>  (known by its place only)</source>
        <translation>  (nur nach seinem Ort bekannt)</translation>
    </message>
    <message>
        <source>No drive is in the casebook yet.
</source>
        <translation>Noch steht kein Laufwerk im Fallbuch.
</translation>
    </message>
    <message>
        <source>... and </source>
        <translation>... und </translation>
    </message>
    <message>
        <source> more: narrow it down.
</source>
        <translation> weitere: grenzen Sie es ein.
</translation>
    </message>
    <message>
        <source>No drive in the casebook fits.
</source>
        <translation>Kein Laufwerk im Fallbuch passt.
</translation>
    </message>
    <message>
        <source>comparing visits of drive</source>
        <translation>beim Vergleichen der Besuche von Laufwerk</translation>
    </message>
    <message>
        <source>it has fewer than two</source>
        <translation>es hat weniger als zwei</translation>
    </message>
    <message>
        <source>these are no two visits of it</source>
        <translation>das sind keine zwei Besuche davon</translation>
    </message>
    <message>
        <source>&quot;orbita-cli casebook visits&quot; lists them.</source>
        <translation>„orbita-cli casebook visits“ führt sie auf.</translation>
    </message>
    <message>
        <source> and </source>
        <translation> und </translation>
    </message>
    <message>
        <source>    byte </source>
        <translation>    Byte </translation>
    </message>
    <message>
        <source>, ruled otherwise (</source>
        <translation>, anders geurteilt (</translation>
    </message>
    <message>
        <source> by the evidence): </source>
        <translation> nach den Belegen): </translation>
    </message>
    <message>
        <source>  visit </source>
        <translation>  Besuch </translation>
    </message>
    <message>
        <source>    vitals     read </source>
        <translation>    Vitalw.    gelesen </translation>
    </message>
    <message>
        <source>%1 times</source>
        <translation>%1-mal</translation>
    </message>
    <message>
        <source>    done       </source>
        <translation>    getan      </translation>
    </message>
    <message>
        <source>    overruled  </source>
        <translation>    dagegen    </translation>
    </message>
    <message>
        <source>    ruling     </source>
        <translation>    Urteil     </translation>
    </message>
    <message>
        <source>No visit of that drive is in the casebook.
</source>
        <translation>Kein Besuch jenes Laufwerks steht im Fallbuch.
</translation>
    </message>
    <message>
        <source>No scan is in the casebook.
</source>
        <translation>Kein Scan steht im Fallbuch.
</translation>
    </message>
    <message>
        <source>opening the casebook</source>
        <translation>beim Öffnen des Fallbuchs</translation>
    </message>
    <message>
        <source>there is none yet</source>
        <translation>es gibt noch keines</translation>
    </message>
    <message>
        <source>It is begun with the first drive that is asked or scanned.</source>
        <translation>Es beginnt mit dem ersten Laufwerk, das gefragt oder gescannt wird.</translation>
    </message>
    <message>
        <source>&quot; is no date such as 2026-05-31</source>
        <translation>“ ist kein Datum wie 2026-05-31</translation>
    </message>
    <message>
        <source>a date</source>
        <translation>ein Datum</translation>
    </message>
    <message>
        <source>every drive that was ever asked or scanned</source>
        <translation>jedes Laufwerk, das je gefragt oder gescannt wurde</translation>
    </message>
    <message>
        <source>find a drive again</source>
        <translation>ein Laufwerk wiederfinden</translation>
    </message>
    <message>
        <source>the visits of one drive, and what was done on them</source>
        <translation>die Besuche eines Laufwerks, und was dabei getan wurde</translation>
    </message>
    <message>
        <source>two visits of one drive, one over the other</source>
        <translation>zwei Besuche eines Laufwerks, übereinandergelegt</translation>
    </message>
    <message>
        <source>the scans that were kept, the latest first</source>
        <translation>die behaltenen Scans, die letzten zuerst</translation>
    </message>
    <message>
        <source>one scan, as its report</source>
        <translation>ein Scan, als sein Bericht</translation>
    </message>
    <message>
        <source>write one scan to files</source>
        <translation>einen Scan in Dateien schreiben</translation>
    </message>
    <message>
        <source>write one drive with all its visits to a file that another Orbita takes in</source>
        <translation>ein Laufwerk mit allen Besuchen in eine Datei schreiben, die ein anderes Orbita aufnimmt</translation>
    </message>
    <message>
        <source>take in an exported case, or all of another bench&apos;s casebook: nothing twice, and what is here stays</source>
        <translation>einen exportierten Fall oder das ganze Fallbuch eines anderen Platzes aufnehmen: nichts doppelt, und was hier ist, bleibt</translation>
    </message>
    <message>
        <source>look at all of it for damage</source>
        <translation>alles auf Schäden durchsehen</translation>
    </message>
    <message>
        <source>write a copy of all of it</source>
        <translation>eine Kopie von allem schreiben</translation>
    </message>
    <message>
        <source>put a backup in the casebook&apos;s place; what was there is moved aside, and not thrown away</source>
        <translation>eine Sicherung an die Stelle des Fallbuchs setzen; was dort war, wird beiseitegelegt und nicht weggeworfen</translation>
    </message>
    <message>
        <source>take customer, job, complaint and notes out of visits, for good; what was measured, done and ruled stays</source>
        <translation>Kunde, Auftrag, Beanstandung und Notizen aus Besuchen nehmen, für immer; was gemessen, getan und geurteilt wurde, bleibt</translation>
    </message>
    <message>
        <source>its number in the list of drives</source>
        <translation>seine Nummer in der Liste der Laufwerke</translation>
    </message>
    <message>
        <source>only of the drive with this number</source>
        <translation>nur von dem Laufwerk mit dieser Nummer</translation>
    </message>
    <message>
        <source>its number in the list of scans</source>
        <translation>seine Nummer in der Liste der Scans</translation>
    </message>
    <message>
        <source>the numbers of both, as &quot;visits&quot; lists them; else the last two</source>
        <translation>die Nummern beider, wie „visits“ sie aufführt; sonst die letzten zwei</translation>
    </message>
    <message>
        <source>all of them somewhere in model, serial number, firmware, customer, job, tester, complaint or notes</source>
        <translation>alle davon irgendwo in Modell, Seriennummer, Firmware, Kunde, Auftrag, Prüfer, Beanstandung oder Notizen</translation>
    </message>
    <message>
        <source>the latest: keep, watch, spare-duty, retire; none</source>
        <translation>das letzte: keep, watch, spare-duty, retire; none</translation>
    </message>
    <message>
        <source>one of </source>
        <translation>eines von </translation>
    </message>
    <message>
        <source>with a visit on that day or later</source>
        <translation>mit einem Besuch an jenem Tag oder später</translation>
    </message>
    <message>
        <source>with a visit before that day</source>
        <translation>mit einem Besuch vor jenem Tag</translation>
    </message>
    <message>
        <source>where to</source>
        <translation>wohin</translation>
    </message>
    <message>
        <source>the casebook, or the case</source>
        <translation>das Fallbuch oder der Fall</translation>
    </message>
    <message>
        <source>the backup</source>
        <translation>die Sicherung</translation>
    </message>
    <message>
        <source>only visits that began so many days ago, or earlier</source>
        <translation>nur Besuche, die vor so vielen Tagen oder früher begannen</translation>
    </message>
    <message>
        <source>only of this customer</source>
        <translation>nur dieses Kunden</translation>
    </message>
    <message>
        <source>do it; without, only how many visits it would be is said</source>
        <translation>es tun; ohne wird nur gesagt, wie viele Besuche es wären</translation>
    </message>
    <message>
        <source>as JSON</source>
        <translation>als JSON</translation>
    </message>
    <message>
        <source>write the scan here, to open again; &quot;-&quot;: on standard output</source>
        <translation>den Scan hierher schreiben, zum Wiederöffnen; „-“: auf die Standardausgabe</translation>
    </message>
    <message>
        <source>Exit status: 0 done; 1 check found damage; 2 the call is wrong, or the casebook or a result could not be read or written.</source>
        <translation>Rückgabewert: 0 getan; 1 check fand Schäden; 2 der Aufruf ist falsch, oder das Fallbuch oder ein Ergebnis ließ sich nicht lesen oder schreiben.</translation>
    </message>
    <message>
        <source>All of it was here already.
</source>
        <translation>Alles davon war schon hier.
</translation>
    </message>
    <message>
        <source>Taken in: </source>
        <translation>Aufgenommen: </translation>
    </message>
    <message>
        <source> new drives (</source>
        <translation> neue Laufwerke (</translation>
    </message>
    <message>
        <source> were known), visits </source>
        <translation> waren bekannt), Besuche </translation>
    </message>
    <message>
        <source>, vitals </source>
        <translation>, Vitalwerte </translation>
    </message>
    <message>
        <source>, rulings </source>
        <translation>, Urteile </translation>
    </message>
    <message>
        <source>, actions </source>
        <translation>, Handlungen </translation>
    </message>
    <message>
        <source>Left out, since they are damaged: scans </source>
        <translation>Ausgelassen, weil beschädigt: Scans </translation>
    </message>
    <message>
        <source>Contradicts what is here, and stands beside it: </source>
        <translation>Widerspricht dem, was hier ist, und steht daneben: </translation>
    </message>
    <message>
        <source>forgetting customers in</source>
        <translation>beim Vergessen von Kunden in</translation>
    </message>
    <message>
        <source>it is not said which</source>
        <translation>es ist nicht gesagt, welche</translation>
    </message>
    <message>
        <source>Give --older-than or --customer.</source>
        <translation>Geben Sie --older-than oder --customer an.</translation>
    </message>
    <message>
        <source>Visits whose customer would be forgotten: </source>
        <translation>Besuche, deren Kunde vergessen würde: </translation>
    </message>
    <message>
        <source>. Nothing was changed; --yes does it.
</source>
        <translation>. Nichts wurde geändert; --yes tut es.
</translation>
    </message>
    <message>
        <source>Visits whose customer was forgotten: </source>
        <translation>Besuche, deren Kunde vergessen wurde: </translation>
    </message>
    <message>
        <source>. Backups and exported cases from before still have them.
</source>
        <translation>. Frühere Sicherungen und exportierte Fälle haben sie noch.
</translation>
    </message>
    <message>
        <source>Nothing in it is damaged.
</source>
        <translation>Nichts darin ist beschädigt.
</translation>
    </message>
    <message>
        <source>It is damaged. Restore a backup, or export what can still be read.
</source>
        <translation>Es ist beschädigt. Spielen Sie eine Sicherung zurück, oder exportieren Sie, was sich noch lesen lässt.
</translation>
    </message>
    <message>
        <source>: customers&apos; names are in it.
</source>
        <translation>: Namen von Kunden stehen darin.
</translation>
    </message>
    <message>
        <source>Restored.</source>
        <translation>Zurückgespielt.</translation>
    </message>
    <message>
        <source> What was there is now </source>
        <translation> Was dort war, ist jetzt </translation>
    </message>
    <message>
        <source>it is empty</source>
        <translation>sie ist leer</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is no whole number of at least {}</source>
        <translation>„{}“ ist keine ganze Zahl von wenigstens {}</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is no whole number from {} to {}</source>
        <translation>„{}“ ist keine ganze Zahl von {} bis {}</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is no number from {} to {} {}</source>
        <translation>„{}“ ist keine Zahl von {} bis {} {}</translation>
    </message>
    <message>
        <source>for the casebook: whose drive it is</source>
        <translation>für das Fallbuch: wessen Laufwerk es ist</translation>
    </message>
    <message>
        <source>for the casebook: the job&apos;s number</source>
        <translation>für das Fallbuch: die Auftragsnummer</translation>
    </message>
    <message>
        <source>for the casebook: who looks at it</source>
        <translation>für das Fallbuch: wer es ansieht</translation>
    </message>
    <message>
        <source>write the ledger of defects here; &quot;-&quot;: on standard output</source>
        <translation>die Liste der Mängel hierher schreiben; „-“: auf die Standardausgabe</translation>
    </message>
    <message>
        <source>write a text report here; &quot;-&quot;: on standard output</source>
        <translation>einen Textbericht hierher schreiben; „-“: auf die Standardausgabe</translation>
    </message>
    <message>
        <source>write the surface map here, as PNG; &quot;-&quot;: on standard output</source>
        <translation>die Karte der Oberfläche hierher schreiben, als PNG; „-“: auf die Standardausgabe</translation>
    </message>
    <message>
        <source> in use: </source>
        <translation> in Gebrauch: </translation>
    </message>
    <message>
        <source> note: </source>
        <translation> Hinweis: </translation>
    </message>
    <message>
        <source>Attached drives
</source>
        <translation>Angeschlossene Laufwerke
</translation>
    </message>
    <message>
        <source>  none: no block device with a capacity is listed by the kernel (/sys/block).
</source>
        <translation>  keine: der Kern führt kein Blockgerät mit Kapazität auf (/sys/block).
</translation>
    </message>
    <message>
        <source>  An image file can be scanned by naming its path.
</source>
        <translation>  Ein Abbild lässt sich scannen, indem sein Pfad genannt wird.
</translation>
    </message>
    <message>
        <source>
Demonstration rack (simulated)
</source>
        <translation>
Vorführgestell (simuliert)
</translation>
    </message>
    <message>
        <source>Exit status: 0 complete and clean; 1 unreadable or stalled sectors found;
2 the call is wrong, or results could not be written; 3 not scanned to the end, or not all of it could be
vouched for (what was found is in the files all the same). Files: docs/formats.md.</source>
        <translation>Rückgabewert: 0 vollständig und sauber; 1 unlesbare oder stehende Sektoren gefunden;
2 der Aufruf ist falsch, oder Ergebnisse ließen sich nicht schreiben; 3 nicht bis zum Ende gescannt, oder nicht für
alles verbürgt (was gefunden wurde, steht trotzdem in den Dateien). Dateien: docs/formats.md.</translation>
    </message>
    <message>
        <source>  missing       </source>
        <translation>  fehlt         </translation>
    </message>
    <message>
        <source>  standstill    </source>
        <translation>  Stillstand    </translation>
    </message>
    <message>
        <source>  doubtful      </source>
        <translation>  zweifelhaft   </translation>
    </message>
    <message>
        <source> that are not what was saved; kept until the drive delivers them anew
</source>
        <translation>, die nicht sind, was gesichert wurde; behalten, bis das Laufwerk sie neu liefert
</translation>
    </message>
    <message>
        <source>  not as saved  </source>
        <translation>  nicht wie ges.</translation>
    </message>
    <message>
        <source>Every part is what was saved.
</source>
        <translation>Jeder Teil ist, was gesichert wurde.
</translation>
    </message>
    <message>
        <source>entering the ruling in the casebook</source>
        <translation>beim Eintragen des Urteils ins Fallbuch</translation>
    </message>
    <message>
        <source>scan files belong to no visit there</source>
        <translation>Scan-Dateien gehören dort zu keinem Besuch</translation>
    </message>
    <message>
        <source>Judge the drive, or --drive N.</source>
        <translation>Beurteilen Sie das Laufwerk, oder --drive N.</translation>
    </message>
    <message>
        <source>rule otherwise: keep, watch, spare-duty or retire; it is told beside what follows from the evidence</source>
        <translation>anders urteilen: keep, watch, spare-duty oder retire; es steht neben dem, was aus den Belegen folgt</translation>
    </message>
    <message>
        <source>why, in a sentence</source>
        <translation>warum, in einem Satz</translation>
    </message>
    <message>
        <source>enter the ruling in the casebook; one ruled otherwise always is</source>
        <translation>das Urteil ins Fallbuch eintragen; ein anderes wird es immer</translation>
    </message>
    <message>
        <source>Nothing is read of the drive&apos;s surface, and nothing written to it.
Exit status: 0 keep; 4 watch; 5 spare duty; 6 retire; 3 not judged yet, as evidence is missing;
2 the call is wrong, or the drive or the casebook could not be reached.</source>
        <translation>Von der Oberfläche des Laufwerks wird nichts gelesen und nichts darauf geschrieben.
Rückgabewert: 0 behalten; 4 beobachten; 5 Nebendienst; 6 ausmustern; 3 noch ohne Urteil, weil Belege fehlen;
2 der Aufruf ist falsch, oder das Laufwerk oder das Fallbuch ließ sich nicht erreichen.</translation>
    </message>
    <message>
        <source>Ruled otherwise: </source>
        <translation>Anders geurteilt: </translation>
    </message>
    <message>
        <source>a drive</source>
        <translation>ein Laufwerk</translation>
    </message>
    <message>
        <source>no drive is named</source>
        <translation>kein Laufwerk ist genannt</translation>
    </message>
    <message>
        <source>a drive is named twice</source>
        <translation>ein Laufwerk ist zweimal genannt</translation>
    </message>
    <message>
        <source>Name a drive, scan files of one, or --drive N.</source>
        <translation>Nennen Sie ein Laufwerk, Scan-Dateien von einem, oder --drive N.</translation>
    </message>
    <message>
        <source>looking into the casebook for drive</source>
        <translation>beim Nachsehen im Fallbuch nach Laufwerk</translation>
    </message>
    <message>
        <source>nothing is known of one with that number</source>
        <translation>von keinem mit dieser Nummer ist etwas bekannt</translation>
    </message>
    <message>
        <source>orbita-cli casebook drives lists them.</source>
        <translation>orbita-cli casebook drives führt sie auf.</translation>
    </message>
    <message>
        <source>several were named, and not all of them are scan files</source>
        <translation>mehrere wurden genannt, und nicht alle sind Scan-Dateien</translation>
    </message>
    <message>
        <source>Name one drive, or scan files of one drive.</source>
        <translation>Nennen Sie ein Laufwerk, oder Scan-Dateien eines Laufwerks.</translation>
    </message>
    <message>
        <source>a device path, demo:NAME or sim:SCENARIO.json, which is asked how it is, and judged by all that the casebook knows of it; or scan files of one drive</source>
        <translation>ein Gerätepfad, demo:NAME oder sim:SZENARIO.json, das gefragt wird, wie es ihm geht, und nach allem beurteilt, was das Fallbuch davon weiß; oder Scan-Dateien eines Laufwerks</translation>
    </message>
    <message>
        <source>the drive with this number in the casebook, which need not be attached</source>
        <translation>das Laufwerk mit dieser Nummer im Fallbuch, das nicht angeschlossen sein muss</translation>
    </message>
    <message>
        <source>the house policy to judge by: a file (JSON), or repair-shop, refurbisher, server-room or careful-owner, which come with Orbita</source>
        <translation>die Hausregeln, nach denen geurteilt wird: eine Datei (JSON), oder repair-shop, refurbisher, server-room oder careful-owner, die mit Orbita kommen</translation>
    </message>
    <message>
        <source>whether the data on the drive exists elsewhere</source>
        <translation>ob es die Daten des Laufwerks noch anderswo gibt</translation>
    </message>
    <message>
        <source>what is complained of, as often as needed: slow, freezes, crashes, will-not-start, slow-copying, read-errors, write-errors, wants-repair, went-read-only, noise, drops-off or was-dropped; =yes behind it where it was seen here, =no where it was not</source>
        <translation>was beanstandet wird, so oft wie nötig: slow, freezes, crashes, will-not-start, slow-copying, read-errors, write-errors, wants-repair, went-read-only, noise, drops-off oder was-dropped; =yes dahinter, wo es hier gesehen wurde, =no, wo nicht</translation>
    </message>
    <message>
        <source>looking for a scan of the drive in</source>
        <translation>beim Suchen eines Scans des Laufwerks in</translation>
    </message>
    <message>
        <source>there is none</source>
        <translation>es gibt keinen</translation>
    </message>
    <message>
        <source>Scan the drive first, or name a ledger or a span.</source>
        <translation>Scannen Sie das Laufwerk zuerst, oder nennen Sie eine Mängelliste oder einen Bereich.</translation>
    </message>
    <message>
        <source>scan %1 in the casebook, of %2</source>
        <translation>Scan %1 im Fallbuch, vom %2</translation>
    </message>
    <message>
        <source>a device path, demo:NAME or sim:SCENARIO.json</source>
        <translation>ein Gerätepfad, demo:NAME oder sim:SZENARIO.json</translation>
    </message>
    <message>
        <source>the house policy to judge by (JSON)</source>
        <translation>die Hausregeln, nach denen geurteilt wird (JSON)</translation>
    </message>
    <message>
        <source>all that it says it is and can, in the place of its health</source>
        <translation>alles, was es ist und kann, anstelle seiner Gesundheit</translation>
    </message>
    <message>
        <source>Exit status: 0 go on; 1 something speaks against it: go gently, or stop; 2 the call is wrong, or the
drive could not be reached; 3 the drive says nothing of its health here: neither good nor bad.</source>
        <translation>Rückgabewert: 0 weiter; 1 etwas spricht dagegen: behutsam, oder halt; 2 der Aufruf ist falsch, oder das
Laufwerk ließ sich nicht erreichen; 3 das Laufwerk sagt hier nichts über seine Gesundheit: weder gut noch schlecht.</translation>
    </message>
    <message>
        <source>which test, or abort the one that runs</source>
        <translation>welcher Test, oder den laufenden abbrechen</translation>
    </message>
    <message>
        <source>of a selective test: sectors FIRST..LAST, both included</source>
        <translation>bei einem ausgewählten Test: Sektoren ERSTER..LETZTER, beide eingeschlossen</translation>
    </message>
    <message>
        <source>start it and go; the drive goes on by itself</source>
        <translation>beginnen und gehen; das Laufwerk macht allein weiter</translation>
    </message>
    <message>
        <source>although the vitals say: save the data first</source>
        <translation>obwohl die Vitalwerte sagen: erst die Daten sichern</translation>
    </message>
    <message>
        <source>the vitals afterwards, as JSON</source>
        <translation>die Vitalwerte danach, als JSON</translation>
    </message>
    <message>
        <source>Ctrl-C aborts the test. Exit status: 0 passed, started or aborted; 1 failed;
2 the call is wrong, or the drive has no such test; 3 not run to the end.</source>
        <translation>Strg-C bricht den Test ab. Rückgabewert: 0 bestanden, begonnen oder abgebrochen; 1 gescheitert;
2 der Aufruf ist falsch, oder das Laufwerk hat keinen solchen Test; 3 nicht bis zum Ende.</translation>
    </message>
    <message>
        <source>the last four characters of the drive&apos;s serial number (where it tells nothing: the capacity on its label); without it, nothing is written, and what would be done is told</source>
        <translation>die letzten vier Zeichen der Seriennummer (wo es keine nennt: die Kapazität auf dem Etikett); ohne wird nichts geschrieben, und gesagt, was getan würde</translation>
    </message>
    <message>
        <source>for the log</source>
        <translation>für das Protokoll</translation>
    </message>
    <message>
        <source>although it is advised against</source>
        <translation>obwohl davon abgeraten wird</translation>
    </message>
    <message>
        <source>the defects: a scan file or a ledger (CSV); without it, the drive&apos;s latest scan in the casebook</source>
        <translation>die Mängel: eine Scan-Datei oder eine Mängelliste (CSV); ohne der letzte Scan des Laufwerks im Fallbuch</translation>
    </message>
    <message>
        <source>only what lies there: sectors FIRST..LAST, bytes or percent, as for scan</source>
        <translation>nur was dort liegt: Sektoren ERSTER..LETZTER, Byte oder Prozent, wie bei scan</translation>
    </message>
    <message>
        <source>all, unreadable or slow ones</source>
        <translation>alle, unlesbare oder langsame</translation>
    </message>
    <message>
        <source>that may be taken after reading again, with commas between: refresh and pieced write back what was read; zeros and reassign destroy what cannot be read; read: none of them</source>
        <translation>was nach erneutem Lesen getan werden darf, mit Kommas dazwischen: refresh und pieced schreiben zurück, was gelesen wurde; zeros und reassign zerstören, was sich nicht lesen lässt; read: nichts davon</translation>
    </message>
    <message>
        <source>read again around each patch afterwards; 1MiB if not given</source>
        <translation>danach um jeden Fleck noch einmal lesen; 1MiB, wenn nicht angegeben</translation>
    </message>
    <message>
        <source>go on with a treatment that was broken off: its journal, or &quot;latest&quot; of this drive</source>
        <translation>eine abgebrochene Behandlung fortsetzen: ihr Journal, oder „latest“ dieses Laufwerks</translation>
    </message>
    <message>
        <source>put back what that journal of an earlier treatment or refresh of the drive has saved, where it does not read any more</source>
        <translation>zurückschreiben, was jenes Journal einer früheren Behandlung oder Auffrischung des Laufwerks gesichert hat, wo es sich nicht mehr liest</translation>
    </message>
    <message>
        <source>&quot;-&quot;: each step on standard output, as JSON</source>
        <translation>„-“: jeder Schritt auf die Standardausgabe, als JSON</translation>
    </message>
    <message>
        <source>What is written back is first saved in a journal beside the casebook; Ctrl-C ends it between two steps.
Exit status: 0 all of it reads well now (told only: treating it is worth a try); 1 not all of it does, or
it is advised against; 2 the call is wrong, or it was refused; 3 not treated to the end.</source>
        <translation>Was zurückgeschrieben wird, wird zuerst in einem Journal neben dem Fallbuch gesichert; Strg-C beendet zwischen zwei Schritten.
Rückgabewert: 0 alles davon liest jetzt gut (nur gesagt: ein Versuch lohnt); 1 nicht alles, oder es wird
abgeraten; 2 der Aufruf ist falsch, oder es wurde abgelehnt; 3 nicht bis zum Ende behandelt.</translation>
    </message>
    <message>
        <source>only what the latest scan in the casebook found late</source>
        <translation>nur was der letzte Scan im Fallbuch verspätet fand</translation>
    </message>
    <message>
        <source>go on with a refresh that was broken off: its journal, or &quot;latest&quot; of this drive</source>
        <translation>eine abgebrochene Auffrischung fortsetzen: ihr Journal, oder „latest“ dieses Laufwerks</translation>
    </message>
    <message>
        <source>&quot;-&quot;: how it goes on standard output, as JSON</source>
        <translation>„-“: wie es geht, auf die Standardausgabe, als JSON</translation>
    </message>
    <message>
        <source>Reads every sector that can be read and writes exactly that back, some MiB at a time, each saved in
a journal before it leaves and read again after. Without --confirm, tells what it costs in hours and
wear, and writes nothing. Ctrl-C ends it; --resume goes on.
Exit status: 0 all of it reads in time (told only: nothing speaks against it); 1 not all of it does, or
it is advised against; 2 the call is wrong, or it was refused; 3 not refreshed to the end.</source>
        <translation>Liest jeden Sektor, der sich lesen lässt, und schreibt genau das zurück, einige MiB auf einmal, jedes in einem
Journal gesichert, bevor es hinausgeht, und danach noch einmal gelesen. Ohne --confirm wird gesagt, was es an Stunden
und Abnutzung kostet, und nichts geschrieben. Strg-C beendet es; --resume setzt es fort.
Rückgabewert: 0 alles davon liest rechtzeitig (nur gesagt: nichts spricht dagegen); 1 nicht alles, oder es wird
abgeraten; 2 der Aufruf ist falsch, oder es wurde abgelehnt; 3 nicht bis zum Ende aufgefrischt.</translation>
    </message>
    <message>
        <source>the journal of a treatment</source>
        <translation>das Journal einer Behandlung</translation>
    </message>
    <message>
        <source>write what was saved of the drive to files in that folder</source>
        <translation>das vom Laufwerk Gesicherte in Dateien in jenem Ordner schreiben</translation>
    </message>
    <message>
        <source>take what was saved out of it, where all of it reads well since</source>
        <translation>das Gesicherte herausnehmen, wo alles seither gut liest</translation>
    </message>
    <message>
        <source>as JSON, one object a line</source>
        <translation>als JSON, ein Objekt je Zeile</translation>
    </message>
    <message>
        <source>Exit status: 0 done, or all of it reads well; 1 not all of it does; 2 the call is wrong, or the
journal could not be read; 3 the treatment was broken off.</source>
        <translation>Rückgabewert: 0 getan, oder alles davon liest gut; 1 nicht alles; 2 der Aufruf ist falsch, oder das
Journal ließ sich nicht lesen; 3 die Behandlung wurde abgebrochen.</translation>
    </message>
    <message>
        <source>an image that was saved by scan --save</source>
        <translation>ein mit scan --save gesichertes Abbild</translation>
    </message>
    <message>
        <source>read it all and compare it with the checksums in its map</source>
        <translation>alles lesen und mit den Prüfsummen seiner Karte vergleichen</translation>
    </message>
    <message>
        <source>Exit status: 0 it holds every sector of the drive; 1 something is missing or not what was saved;
2 the call is wrong, or the image could not be read.</source>
        <translation>Rückgabewert: 0 es enthält jeden Sektor des Laufwerks; 1 etwas fehlt oder ist nicht, was gesichert wurde;
2 der Aufruf ist falsch, oder das Abbild ließ sich nicht lesen.</translation>
    </message>
    <message>
        <source>orbita-cli: </source>
        <translation>orbita-cli: </translation>
    </message>
    <message>
        <source>no command is given</source>
        <translation>kein Befehl ist angegeben</translation>
    </message>
    <message>
        <source>there is no command &quot;</source>
        <translation>es gibt keinen Befehl „</translation>
    </message>
    <message>
        <source>. The commands are </source>
        <translation>. Die Befehle sind </translation>
    </message>
    <message>
        <source>; &quot;orbita-cli --help&quot; says more.
</source>
        <translation>; „orbita-cli --help“ sagt mehr.
</translation>
    </message>
    <message>
        <source>orbita-cli: %s
</source>
        <translation>orbita-cli: %s
</translation>
    </message>
    <message>
        <source>orbita-cli: writing to standard output: it did not all arrive. What is in files and in the casebook is whole.
</source>
        <translation>orbita-cli: beim Schreiben auf die Standardausgabe kam nicht alles an. Was in Dateien und im Fallbuch steht, ist heil.
</translation>
    </message>
    <message>
        <source>Orbita reads drives block by block and says which sectors are slow or unreadable.
Only treat, refresh, and scan --treat write to a drive, and only after it was confirmed. Every scan, what a drive said of itself and what was done is kept in the
casebook ($XDG_DATA_HOME/orbita/casebook.db).</source>
        <translation>Orbita liest Laufwerke Block für Block und sagt, welche Sektoren langsam oder unlesbar sind.
Nur treat, refresh und scan --treat schreiben auf ein Laufwerk, und nur nach einer Bestätigung. Jeder Scan, was ein Laufwerk von sich sagte und was getan wurde, steht im
Fallbuch ($XDG_DATA_HOME/orbita/casebook.db).</translation>
    </message>
    <message>
        <source>orbita-cli COMMAND --help says more of each.</source>
        <translation>orbita-cli BEFEHL --help sagt zu jedem mehr.</translation>
    </message>
    <message>
        <source>list what can be scanned</source>
        <translation>aufführen, was sich scannen lässt</translation>
    </message>
    <message>
        <source>read a drive and list its defects</source>
        <translation>ein Laufwerk lesen und seine Mängel aufführen</translation>
    </message>
    <message>
        <source>read what a drive says of its own health</source>
        <translation>lesen, was ein Laufwerk über seine Gesundheit sagt</translation>
    </message>
    <message>
        <source>run one of the drive&apos;s own tests</source>
        <translation>einen der eigenen Tests des Laufwerks laufen lassen</translation>
    </message>
    <message>
        <source>bring slow and unreadable sectors back, gentlest step first</source>
        <translation>langsame und unlesbare Sektoren zurückholen, der behutsamste Schritt zuerst</translation>
    </message>
    <message>
        <source>write a drive that has grown slow back as it is</source>
        <translation>ein langsam gewordenes Laufwerk so zurückschreiben, wie es ist</translation>
    </message>
    <message>
        <source>look into the journal of a treatment or a refresh, and export from it</source>
        <translation>in das Journal einer Behandlung oder Auffrischung sehen und daraus exportieren</translation>
    </message>
    <message>
        <source>show what a saved image holds and what is missing</source>
        <translation>zeigen, was ein gesichertes Abbild enthält und was fehlt</translation>
    </message>
    <message>
        <source>put back a setting of the drive that an earlier scan has left changed</source>
        <translation>eine Einstellung zurückstellen, die ein früherer Scan geändert gelassen hat</translation>
    </message>
    <message>
        <source>say whether a drive may be kept, and why</source>
        <translation>sagen, ob ein Laufwerk behalten werden darf, und warum</translation>
    </message>
    <message>
        <source>write what is handed over of a drive</source>
        <translation>schreiben, was über ein Laufwerk ausgehändigt wird</translation>
    </message>
    <message>
        <source>a whole visit by itself: vitals, self-test, sample, scan, second looks, ruling, report</source>
        <translation>ein ganzer Besuch von selbst: Vitalwerte, Selbsttest, Stichprobe, Scan, zweite Blicke, Urteil, Bericht</translation>
    </message>
    <message>
        <source>look into the casebook, and look after it</source>
        <translation>in das Fallbuch sehen und es pflegen</translation>
    </message>
    <message>
        <source>a device path</source>
        <translation>ein Gerätepfad</translation>
    </message>
    <message>
        <source>ms that a drive is given to say what is on it</source>
        <translation>ms, die ein Laufwerk hat, um zu sagen, was darauf ist</translation>
    </message>
    <message>
        <source>the folder in which sys, proc and dev of the system to look at are</source>
        <translation>der Ordner, in dem sys, proc und dev des anzusehenden Systems liegen</translation>
    </message>
    <message>
        <source>orbita-cli: %s. What was kept stays; end other programs and try again.
</source>
        <translation>orbita-cli: %s. Was behalten wurde, bleibt; beenden Sie andere Programme, und versuchen Sie es noch einmal.
</translation>
    </message>
    <message>
        <source>What is known of it comes from </source>
        <translation>Was davon bekannt ist, kommt aus </translation>
    </message>
    <message>
        <source>What is on its way back is saved in </source>
        <translation>Was zurückgeschrieben wird, ist gesichert in </translation>
    </message>
    <message>
        <source>A refresh of </source>
        <translation>Eine Auffrischung von </translation>
    </message>
    <message>
        <source> was broken off: </source>
        <translation> wurde abgebrochen: </translation>
    </message>
    <message>
        <source> of </source>
        <translation> von </translation>
    </message>
    <message>
        <source> are done.
To go on, repeat this with --confirm: </source>
        <translation> sind erledigt.
Um fortzusetzen, wiederholen Sie das mit --confirm: </translation>
    </message>
    <message>
        <source>
There is nothing to refresh.
</source>
        <translation>
Es gibt nichts aufzufrischen.
</translation>
    </message>
    <message>
        <source>
Nothing was written. </source>
        <translation>
Nichts wurde geschrieben. </translation>
    </message>
    <message>
        <source>
To do it, repeat this with --confirm: </source>
        <translation>
Um es zu tun, wiederholen Sie das mit --confirm: </translation>
    </message>
    <message>
        <source>--overrule refreshes it all the same.</source>
        <translation>--overrule frischt es trotzdem auf.</translation>
    </message>
    <message>
        <source>taking the customer&apos;s data out of</source>
        <translation>beim Herausnehmen der Kundendaten aus</translation>
    </message>
    <message>
        <source>what it keeps may be the only copy</source>
        <translation>was es behält, kann die einzige Kopie sein</translation>
    </message>
    <message>
        <source>Go on with the refresh, or write it to another place first.</source>
        <translation>Setzen Sie die Auffrischung fort, oder schreiben Sie es zuerst an einen anderen Ort.</translation>
    </message>
    <message>
        <source>Nothing of the drive&apos;s contents is in it.
</source>
        <translation>Vom Inhalt des Laufwerks ist nichts darin.
</translation>
    </message>
    <message>
        <source> files in </source>
        <translation> Dateien in </translation>
    </message>
    <message>
        <source>
begun </source>
        <translation>
begonnen </translation>
    </message>
    <message>
        <source>writing to</source>
        <translation>beim Schreiben auf</translation>
    </message>
    <message>
        <source>standard output</source>
        <translation>die Standardausgabe</translation>
    </message>
    <message>
        <source>more than one report is to go there</source>
        <translation>mehr als ein Bericht soll dorthin</translation>
    </message>
    <message>
        <source>Name a file for all but one.</source>
        <translation>Nennen Sie für alle bis auf einen eine Datei.</translation>
    </message>
    <message>
        <source>another form of this report is to be {}</source>
        <translation>eine andere Form dieses Berichts soll {} sein</translation>
    </message>
    <message>
        <source>Name a file of its own for each.</source>
        <translation>Nennen Sie für jede eine eigene Datei.</translation>
    </message>
    <message>
        <source>handover: one page for its owner; technical: all of it; warranty: for a claim at the maker&apos;s</source>
        <translation>handover: eine Seite für den Besitzer; technical: alles; warranty: für eine Reklamation beim Hersteller</translation>
    </message>
    <message>
        <source>write it here as HTML, one file that needs no other</source>
        <translation>hierher als HTML schreiben, eine Datei, die keine andere braucht</translation>
    </message>
    <message>
        <source>write it here as PDF</source>
        <translation>hierher als PDF schreiben</translation>
    </message>
    <message>
        <source>write it here as plain text</source>
        <translation>hierher als reinen Text schreiben</translation>
    </message>
    <message>
        <source>write it here as JSON</source>
        <translation>hierher als JSON schreiben</translation>
    </message>
    <message>
        <source>write it here as CSV, a line a value</source>
        <translation>hierher als CSV schreiben, eine Zeile je Wert</translation>
    </message>
    <message>
        <source>whose report it is, instead of what stands in shop.json</source>
        <translation>wessen Bericht es ist, statt dessen, was in shop.json steht</translation>
    </message>
    <message>
        <source>where that is</source>
        <translation>wo das ist</translation>
    </message>
    <message>
        <source>its picture (PNG, JPEG, SVG where there is a plugin)</source>
        <translation>ihr Bild (PNG, JPEG, SVG, wo es ein Plugin gibt)</translation>
    </message>
    <message>
        <source>show no more than the last four characters of them</source>
        <translation>davon nur die letzten vier Zeichen zeigen</translation>
    </message>
    <message>
        <source>Without a form, plain text on standard output. The ruling is made anew, and not entered in the casebook.
Exit status: 0 keep; 4 watch; 5 spare duty; 6 retire; 3 not judged yet, as evidence is missing;
2 the call is wrong, the drive could not be reached, or a report could not be written.</source>
        <translation>Ohne eine Form reiner Text auf die Standardausgabe. Das Urteil wird neu gefällt und nicht ins Fallbuch eingetragen.
Rückgabewert: 0 behalten; 4 beobachten; 5 Nebendienst; 6 ausmustern; 3 noch ohne Urteil, weil Belege fehlen;
2 der Aufruf ist falsch, das Laufwerk ließ sich nicht erreichen, oder ein Bericht ließ sich nicht schreiben.</translation>
    </message>
    <message>
        <source>Nothing is owed to this drive.
</source>
        <translation>Diesem Laufwerk wird nichts geschuldet.
</translation>
    </message>
    <message>
        <source>Put back: the drive tries to read %1.
</source>
        <translation>Zurückgestellt: das Laufwerk versucht %1 zu lesen.
</translation>
    </message>
    <message>
        <source>A scan that is running holds it, and puts it back itself.
</source>
        <translation>Ein laufender Scan hält sie und stellt sie selbst zurück.
</translation>
    </message>
    <message>
        <source>more than one result is to go there</source>
        <translation>mehr als ein Ergebnis soll dorthin</translation>
    </message>
    <message>
        <source>another result of this call is to be {}</source>
        <translation>ein anderes Ergebnis dieses Aufrufs soll {} sein</translation>
    </message>
    <message>
        <source>Name a file of its own for each; nothing has been scanned.</source>
        <translation>Nennen Sie für jedes eine eigene Datei; nichts wurde gescannt.</translation>
    </message>
    <message>
        <source>finding the plan</source>
        <translation>beim Suchen des Plans</translation>
    </message>
    <message>
        <source>the house policy has none of that name</source>
        <translation>die Hausregeln haben keinen dieses Namens</translation>
    </message>
    <message>
        <source>It has: {}.</source>
        <translation>Sie haben: {}.</translation>
    </message>
    <message>
        <source>It is read forward: no sectors are known that the drive doubts.
</source>
        <translation>Es wird vorwärts gelesen: es sind keine Sektoren bekannt, die das Laufwerk bezweifelt.
</translation>
    </message>
    <message>
        <source>finding the partition</source>
        <translation>beim Suchen der Partition</translation>
    </message>
    <message>
        <source>the drive has none of that name</source>
        <translation>das Laufwerk hat keine dieses Namens</translation>
    </message>
    <message>
        <source>No partition is known; name a span.</source>
        <translation>Keine Partition ist bekannt; nennen Sie einen Bereich.</translation>
    </message>
    <message>
        <source>It has {}.</source>
        <translation>Es hat {}.</translation>
    </message>
    <message>
        <source>waits: the image cannot be written, %1</source>
        <translation>wartet: das Abbild lässt sich nicht schreiben, %1</translation>
    </message>
    <message>
        <source>no answer for %1</source>
        <translation>seit %1 keine Antwort</translation>
    </message>
    <message>
        <source>latest %1, slowest %2</source>
        <translation>letzte %1, langsamste %2</translation>
    </message>
    <message>
        <source>  not graded  </source>
        <translation>  o. Stufe    </translation>
    </message>
    <message>
        <source>  read well, with nothing to compare its time with: may be slow
</source>
        <translation>  gut gelesen, ohne Vergleich für die Zeit: kann langsam sein
</translation>
    </message>
    <message>
        <source>Kept in </source>
        <translation>Behalten in </translation>
    </message>
    <message>
        <source>taking up the scan</source>
        <translation>beim Aufnehmen des Scans</translation>
    </message>
    <message>
        <source>it is no number of a scan in the casebook</source>
        <translation>es ist keine Nummer eines Scans im Fallbuch</translation>
    </message>
    <message>
        <source>&quot;orbita-cli casebook scans&quot; lists them.</source>
        <translation>„orbita-cli casebook scans“ führt sie auf.</translation>
    </message>
    <message>
        <source>looking for a scan to go on with in</source>
        <translation>beim Suchen eines fortzusetzenden Scans in</translation>
    </message>
    <message>
        <source>it has none of this drive that was broken off</source>
        <translation>es hat keinen abgebrochenen von diesem Laufwerk</translation>
    </message>
    <message>
        <source>Begin a new one; &quot;orbita-cli casebook scans&quot; lists those that were kept.</source>
        <translation>Beginnen Sie einen neuen; „orbita-cli casebook scans“ führt die behaltenen auf.</translation>
    </message>
    <message>
        <source>treating as the scan goes</source>
        <translation>beim Behandeln während des Scans</translation>
    </message>
    <message>
        <source>this writes to the drive, and nobody has confirmed which one</source>
        <translation>das schreibt auf das Laufwerk, und niemand hat bestätigt, auf welches</translation>
    </message>
    <message>
        <source>Add --confirm: </source>
        <translation>Fügen Sie --confirm hinzu: </translation>
    </message>
    <message>
        <source>what the vitals say</source>
        <translation>was die Vitalwerte sagen</translation>
    </message>
    <message>
        <source>scan {} of {}</source>
        <translation>Scan {} von {}</translation>
    </message>
    <message>
        <source>scanning what is missing from</source>
        <translation>beim Scannen dessen, was fehlt in</translation>
    </message>
    <message>
        <source>an image</source>
        <translation>ein Abbild</translation>
    </message>
    <message>
        <source>none is named</source>
        <translation>keines ist genannt</translation>
    </message>
    <message>
        <source>Name it with --save.</source>
        <translation>Nennen Sie es mit --save.</translation>
    </message>
    <message>
        <source> holds every sector of the drive: there is nothing to read.
</source>
        <translation> enthält jeden Sektor des Laufwerks: es gibt nichts zu lesen.
</translation>
    </message>
    <message>
        <source>What is read goes on being saved in </source>
        <translation>Was gelesen wird, wird weiter gesichert in </translation>
    </message>
    <message>
        <source>Reading the surface of </source>
        <translation>Gelesen wird die Oberfläche von </translation>
    </message>
    <message>
        <source>What was written back is saved in </source>
        <translation>Was zurückgeschrieben wurde, ist gesichert in </translation>
    </message>
    <message>
        <source>sectors FIRST..LAST, both included, one sector, bytes (500GB..1TB) or percent (40%..60%); several with commas between; as Orbita prints them will do; &quot;missing&quot;: what the image named by --save does not hold; without it the whole drive</source>
        <translation>Sektoren ERSTER..LETZTER, beide eingeschlossen, ein Sektor, Byte (500GB..1TB) oder Prozent (40%..60%); mehrere mit Kommas dazwischen; so, wie Orbita sie druckt, geht auch; „missing“: was dem mit --save genannten Abbild fehlt; ohne das ganze Laufwerk</translation>
    </message>
    <message>
        <source>the span of that partition, by its name, device or label</source>
        <translation>der Bereich jener Partition, nach Name, Gerät oder Bezeichnung</translation>
    </message>
    <message>
        <source>LBA or LBA:MARGIN: that sector and so much on either side of it</source>
        <translation>LBA oder LBA:RAND: jener Sektor und so viel auf jeder Seite</translation>
    </message>
    <message>
        <source>the defects in a scan file or a ledger (CSV), and --margin on either side of each</source>
        <translation>die Mängel einer Scan-Datei oder Mängelliste (CSV), und --margin auf jeder Seite</translation>
    </message>
    <message>
        <source>of --around and --from-ledger: sectors, or bytes with a unit; 8MiB if not given</source>
        <translation>zu --around und --from-ledger: Sektoren, oder Byte mit Einheit; 8MiB, wenn nicht angegeben</translation>
    </message>
    <message>
        <source>read: the data crosses the cable; verify: the drive reads, the data stays inside</source>
        <translation>read: die Daten gehen über das Kabel; verify: das Laufwerk liest, die Daten bleiben darin</translation>
    </message>
    <message>
        <source>forward, backward, suspects-first, sweep, sample, or careful: the worst places last</source>
        <translation>forward, backward, suspects-first, sweep, sample, oder careful: die schlimmsten Stellen zuletzt</translation>
    </message>
    <message>
        <source>of a sweep: percent of the span</source>
        <translation>beim Pendeln: Prozent des Bereichs</translation>
    </message>
    <message>
        <source>of a sample: how many blocks</source>
        <translation>bei einer Stichprobe: wie viele Blöcke</translation>
    </message>
    <message>
        <source>of a sample: the same seed draws the same blocks</source>
        <translation>bei einer Stichprobe: derselbe Startwert zieht dieselben Blöcke</translation>
    </message>
    <message>
        <source>of the careful order: ms that the drive may try to read a sector while there are easier ones, where it lets that be set; 0: as long as it likes</source>
        <translation>in der behutsamen Reihenfolge: ms, die das Laufwerk einen Sektor zu lesen versuchen darf, solange es leichtere gibt, wo sich das einstellen lässt; 0: so lange es will</translation>
    </message>
    <message>
        <source>where the drive came to a standstill before, so much on either side is read after all else: sectors, or bytes with a unit; 32MiB if not given; 0: in its turn</source>
        <translation>wo das Laufwerk früher zum Stillstand kam, wird so viel auf jeder Seite nach allem anderen gelesen: Sektoren, oder Byte mit Einheit; 32MiB, wenn nicht angegeben; 0: an ihrer Stelle</translation>
    </message>
    <message>
        <source>sectors a read, 8 to as many as fill 4 MiB; chosen if not given</source>
        <translation>Sektoren je Lesung, 8 bis so viele, wie 4 MiB füllen; gewählt, wenn nicht angegeben</translation>
    </message>
    <message>
        <source>commands at the drive at once, 1 to 64; chosen if not given: 1 for rotating drives, more on solid state</source>
        <translation>Befehle zugleich am Laufwerk, 1 bis 64; gewählt, wenn nicht angegeben: 1 bei drehenden, mehr bei Halbleitern</translation>
    </message>
    <message>
        <source>ms without an answer after which a block counts as stalled</source>
        <translation>ms ohne Antwort, nach denen ein Block als stehend gilt</translation>
    </message>
    <message>
        <source>ms without an answer after which the scan ends and leaves the command behind; not below --limit</source>
        <translation>ms ohne Antwort, nach denen der Scan endet und den Befehl zurücklässt; nicht unter --limit</translation>
    </message>
    <message>
        <source>a device or image path, demo:NAME or sim:SCENARIO.json</source>
        <translation>ein Geräte- oder Abbildpfad, demo:NAME oder sim:SZENARIO.json</translation>
    </message>
    <message>
        <source>a plan of the house policy, by its name; --span, --stop and --berth go before it</source>
        <translation>ein Plan der Hausregeln, nach Namen; --span, --stop und --berth gehen vor</translation>
    </message>
    <message>
        <source>go on with a scan in the casebook that was broken off: its number, or without one the latest of this drive</source>
        <translation>einen abgebrochenen Scan im Fallbuch fortsetzen: seine Nummer, oder ohne der letzte dieses Laufwerks</translation>
    </message>
    <message>
        <source>save what is read in this image file; one that is there already is filled up</source>
        <translation>Gelesenes in diesem Abbild sichern; eines, das schon da ist, wird aufgefüllt</translation>
    </message>
    <message>
        <source>end the scan at so many unreadable sectors, or KIND:NUMBER with unreadable, patches, growth, stalls, minutes, damning (of the vitals, those from before as well) or temperature (which waits until it is cooler); may be given again</source>
        <translation>den Scan bei so vielen unlesbaren Sektoren beenden, oder ART:ZAHL mit unreadable, patches, growth, stalls, minutes, damning (der Vitalwerte, auch derer von vorher) oder temperature (wartet, bis es kühler ist); mehrmals möglich</translation>
    </message>
    <message>
        <source>treat what is found as the scan goes: the steps that may be taken, as for treat. This writes to the drive, and needs --confirm</source>
        <translation>Gefundenes während des Scans behandeln: die erlaubten Schritte, wie bei treat. Das schreibt auf das Laufwerk und braucht --confirm</translation>
    </message>
    <message>
        <source>of --treat: the last four characters of the drive&apos;s serial number (where it tells nothing: the capacity on its label)</source>
        <translation>zu --treat: die letzten vier Zeichen der Seriennummer (wo es keine nennt: die Kapazität auf dem Etikett)</translation>
    </message>
    <message>
        <source>does the data exist elsewhere?</source>
        <translation>gibt es die Daten noch anderswo?</translation>
    </message>
    <message>
        <source>write the scan here, kept up to date while it runs; &quot;-&quot;: one event a line on standard output. An older file of that name is replaced</source>
        <translation>den Scan hierher schreiben, laufend auf dem Stand; „-“: ein Ereignis je Zeile auf die Standardausgabe. Eine ältere Datei dieses Namens wird ersetzt</translation>
    </message>
    <message>
        <source>also save and write where the drives behind a place cannot be determined: you are sure that it is not the drive under test</source>
        <translation>auch dann sichern und schreiben, wenn sich nicht feststellen lässt, welche Laufwerke hinter einem Ort sind: Sie sind sicher, dass es nicht das getestete ist</translation>
    </message>
    <message>
        <source>Examples:
  orbita-cli scan /dev/sdb --report sdb.txt
  orbita-cli scan /dev/sdb --order careful --save sdb.img
  orbita-cli scan /dev/sdb --resume
  orbita-cli scan /dev/sdb --around 248097696:64MB
</source>
        <translation>Beispiele:
  orbita-cli scan /dev/sdb --report sdb.txt
  orbita-cli scan /dev/sdb --order careful --save sdb.img
  orbita-cli scan /dev/sdb --resume
  orbita-cli scan /dev/sdb --around 248097696:64MB
</translation>
    </message>
    <message>
        <source>a scan goes on as it was planned, and this would be passed over</source>
        <translation>ein Scan geht so weiter, wie er geplant war, und das würde übergangen</translation>
    </message>
    <message>
        <source>Leave it out, or begin a new scan without --resume.</source>
        <translation>Lassen Sie es weg, oder beginnen Sie einen neuen Scan ohne --resume.</translation>
    </message>
    <message>
        <source>the plan &quot;{}&quot; says that already</source>
        <translation>der Plan „{}“ sagt das schon</translation>
    </message>
    <message>
        <source>Leave it out, or name no plan.</source>
        <translation>Lassen Sie es weg, oder nennen Sie keinen Plan.</translation>
    </message>
    <message>
        <source>nothing is written by a scan that treats nothing</source>
        <translation>ein Scan, der nichts behandelt, schreibt nichts</translation>
    </message>
    <message>
        <source>Name the steps with --treat, or leave it out.</source>
        <translation>Nennen Sie die Schritte mit --treat, oder lassen Sie es weg.</translation>
    </message>
    <message>
        <source>in the order {} it would be passed over</source>
        <translation>in der Reihenfolge {} würde es übergangen</translation>
    </message>
    <message>
        <source>Add --order {}, or leave it out.</source>
        <translation>Fügen Sie --order {} hinzu, oder lassen Sie es weg.</translation>
    </message>
    <message>
        <source>there is nothing that it is the margin of</source>
        <translation>es gibt nichts, dessen Rand es wäre</translation>
    </message>
    <message>
        <source>Add --around or --from-ledger, or leave it out.</source>
        <translation>Fügen Sie --around oder --from-ledger hinzu, oder lassen Sie es weg.</translation>
    </message>
    <message>
        <source>the scan would give up before a block counts as stalled</source>
        <translation>der Scan gäbe auf, bevor ein Block als stehend gilt</translation>
    </message>
    <message>
        <source>Give it no less than --limit.</source>
        <translation>Geben Sie nicht weniger als --limit an.</translation>
    </message>
    <message>
        <source>nobody is there to be asked</source>
        <translation>niemand ist da, der gefragt werden könnte</translation>
    </message>
    <message>
        <source>Leave out &quot;:ask&quot;: the scan then ends, and --resume goes on with it.</source>
        <translation>Lassen Sie „:ask“ weg: der Scan endet dann, und --resume setzt ihn fort.</translation>
    </message>
    <message>
        <source>No self-test is running.
</source>
        <translation>Es läuft kein Selbsttest.
</translation>
    </message>
    <message>
        <source>Aborted.
</source>
        <translation>Abgebrochen.
</translation>
    </message>
    <message>
        <source>&#13;self-test </source>
        <translation>&#13;Selbsttest </translation>
    </message>
    <message>
        <source>The drive keeps no log of its tests.
</source>
        <translation>Das Laufwerk führt kein Protokoll seiner Tests.
</translation>
    </message>
    <message>
        <source>Self-test, </source>
        <translation>Selbsttest, </translation>
    </message>
    <message>
        <source>, first at LBA %1</source>
        <translation>, zuerst bei LBA %1</translation>
    </message>
    <message>
        <source>starting a self-test on</source>
        <translation>beim Beginnen eines Selbsttests auf</translation>
    </message>
    <message>
        <source>this device takes no commands of its own</source>
        <translation>dieses Gerät nimmt keine eigenen Befehle an</translation>
    </message>
    <message>
        <source>Scan its surface instead.</source>
        <translation>Scannen Sie stattdessen seine Oberfläche.</translation>
    </message>
    <message>
        <source>Save the data first; --overrule runs the test all the same.</source>
        <translation>Sichern Sie erst die Daten; --overrule lässt den Test trotzdem laufen.</translation>
    </message>
    <message>
        <source>Started.
</source>
        <translation>Begonnen.
</translation>
    </message>
    <message>
        <source>it is no drive</source>
        <translation>es ist kein Laufwerk</translation>
    </message>
    <message>
        <source>&quot;orbita-cli drives&quot; lists what is attached.</source>
        <translation>„orbita-cli drives“ führt auf, was angeschlossen ist.</translation>
    </message>
    <message>
        <source>An earlier scan has left how long the drive tries to read changed; its own setting, </source>
        <translation>Ein früherer Scan hat geändert gelassen, wie lange das Laufwerk zu lesen versucht; seine eigene Einstellung, </translation>
    </message>
    <message>
        <source>, is put back by: orbita-cli restore </source>
        <translation>, stellt zurück: orbita-cli restore </translation>
    </message>
    <message>
        <source>the span that was named</source>
        <translation>der genannte Bereich</translation>
    </message>
    <message>
        <source>so many places are no treatment any more</source>
        <translation>so viele Stellen sind keine Behandlung mehr</translation>
    </message>
    <message>
        <source>Name a smaller span.</source>
        <translation>Nennen Sie einen kleineren Bereich.</translation>
    </message>
    <message>
        <source>
Defects from </source>
        <translation>
Mängel aus </translation>
    </message>
    <message>
        <source> unreadable: </source>
        <translation> unlesbar: </translation>
    </message>
    <message>
        <source> slow: </source>
        <translation> langsam: </translation>
    </message>
    <message>
        <source>    likely loss: </source>
        <translation>    möglicher Verlust: </translation>
    </message>
    <message>
        <source>
  and </source>
        <translation>
  und </translation>
    </message>
    <message>
        <source> more places
</source>
        <translation> weitere Stellen
</translation>
    </message>
    <message>
        <source>What is written back is saved in </source>
        <translation>Was zurückgeschrieben wird, ist gesichert in </translation>
    </message>
    <message>
        <source>New since: </source>
        <translation>Seither neu: </translation>
    </message>
    <message>
        <source> cannot be read
</source>
        <translation> lassen sich nicht lesen
</translation>
    </message>
    <message>
        <source>A treatment of </source>
        <translation>Eine Behandlung von </translation>
    </message>
    <message>
        <source> places are done, </source>
        <translation> Stellen sind erledigt, </translation>
    </message>
    <message>
        <source> in between.
To go on, repeat this with --confirm: </source>
        <translation> dazwischen.
Um fortzusetzen, wiederholen Sie das mit --confirm: </translation>
    </message>
    <message>
        <source>What was saved of drives&apos; contents in </source>
        <translation>Was vom Inhalt von Laufwerken gesichert war in </translation>
    </message>
    <message>
        <source> old treatments is taken out, as the house policy has it.
</source>
        <translation> alten Behandlungen, wird herausgenommen, wie es die Hausregeln wollen.
</translation>
    </message>
    <message>
        <source>--overrule treats it all the same.</source>
        <translation>--overrule behandelt es trotzdem.</translation>
    </message>
    <message>
        <source>What was saved of the drive&apos;s contents is taken out of </source>
        <translation>Was vom Inhalt des Laufwerks gesichert war, wird herausgenommen aus </translation>
    </message>
    <message>
        <source>  LBA </source>
        <translation>  LBA </translation>
    </message>
    <message>
        <source>: in between: it holds what it held or what is saved of it here
</source>
        <translation>: dazwischen: enthält, was dort war, oder was davon hier gesichert ist
</translation>
    </message>
    <message>
        <source>What was saved of the drive&apos;s contents has been taken out.
</source>
        <translation>Was vom Inhalt des Laufwerks gesichert war, ist herausgenommen.
</translation>
    </message>
    <message>
        <source>finding the step</source>
        <translation>beim Suchen des Schritts</translation>
    </message>
    <message>
        <source>there is no such step</source>
        <translation>einen solchen Schritt gibt es nicht</translation>
    </message>
    <message>
        <source>There are: read, refresh, pieced, zeros, reassign.</source>
        <translation>Es gibt: read, refresh, pieced, zeros, reassign.</translation>
    </message>
    <message>
        <source>treating with</source>
        <translation>beim Behandeln mit</translation>
    </message>
    <message>
        <source>the house policy allows no step that destroys what a sector held</source>
        <translation>die Hausregeln erlauben keinen Schritt, der zerstört, was ein Sektor enthielt</translation>
    </message>
    <message>
        <source>Whoever keeps the policy can change that.</source>
        <translation>Wer die Hausregeln führt, kann das ändern.</translation>
    </message>
    <message>
        <source>Read it all the same? [y/N] </source>
        <translation>Trotzdem lesen? [y/N] </translation>
    </message>
    <message>
        <source>Vitals: </source>
        <translation>Vitalwerte: </translation>
    </message>
    <message>
        <source>Save the data first: --save reads it into an image, best with --order careful. --data saved says that it exists elsewhere; --anyway reads it all the same.</source>
        <translation>Sichern Sie erst die Daten: --save liest sie in ein Abbild, am besten mit --order careful. --data saved sagt, dass es sie anderswo gibt; --anyway liest es trotzdem.</translation>
    </message>
    <message>
        <source>  firmware </source>
        <translation>  Firmware </translation>
    </message>
    <message>
        <source>, speaks </source>
        <translation>, spricht </translation>
    </message>
    <message>
        <source>  A self-test is running</source>
        <translation>  Ein Selbsttest läuft</translation>
    </message>
    <message>
        <source>  self-test, </source>
        <translation>  Selbsttest, </translation>
    </message>
    <message>
        <source> at </source>
        <translation> bei </translation>
    </message>
    <message>
        <source>
Places the drive names itself
</source>
        <translation>
Stellen, die das Laufwerk selbst nennt
</translation>
    </message>
    <message>
        <source>  and </source>
        <translation>  und </translation>
    </message>
    <message>
        <source> more
</source>
        <translation> weitere
</translation>
    </message>
    <message>
        <source>reads as it is saved</source>
        <translation>liest sich wie gesichert</translation>
    </message>
    <message>
        <source>put back, and reads well now</source>
        <translation>zurückgeschrieben, und liest gut</translation>
    </message>
    <message>
        <source>reads, and holds something else: left alone</source>
        <translation>liest sich und enthält etwas anderes: in Ruhe gelassen</translation>
    </message>
    <message>
        <source>the drive did not take it</source>
        <translation>das Laufwerk nahm es nicht an</translation>
    </message>
    <message>
        <source>put back, and cannot be read all the same</source>
        <translation>zurückgeschrieben, und lässt sich trotzdem nicht lesen</translation>
    </message>
    <message>
        <source>putting back what was saved on</source>
        <translation>beim Zurückschreiben des Gesicherten auf</translation>
    </message>
    <message>
        <source>it is of {} {}</source>
        <translation>sie ist die von {} {}</translation>
    </message>
    <message>
        <source>Attach that drive, or name its journal.</source>
        <translation>Schließen Sie jenes Laufwerk an, oder nennen Sie sein Journal.</translation>
    </message>
    <message>
        <source> places of </source>
        <translation> Stellen von </translation>
    </message>
    <message>
        <source> are saved in it.
</source>
        <translation> sind darin gesichert.
</translation>
    </message>
    <message>
        <source>Nothing was written. What does not read any more of them is written back from there; what reads is left alone.
To do it, repeat this with --confirm: </source>
        <translation>Nichts wurde geschrieben. Was davon nicht mehr liest, wird von dort zurückgeschrieben; was liest, wird in Ruhe gelassen.
Um es zu tun, wiederholen Sie das mit --confirm: </translation>
    </message>
    <message>
        <source>beginning with</source>
        <translation>beim Beginnen mit</translation>
    </message>
    <message>
        <source>another scan of Orbita&apos;s is at it</source>
        <translation>ein anderer Scan von Orbita ist dabei</translation>
    </message>
    <message>
        <source>Wait until that one has ended, or stop it.</source>
        <translation>Warten Sie, bis jener zu Ende ist, oder beenden Sie ihn.</translation>
    </message>
    <message>
        <source>making durable</source>
        <translation>beim Festschreiben von</translation>
    </message>
    <message>
        <source>Check the path; &quot;orbita-cli drives&quot; lists what is attached.</source>
        <translation>Prüfen Sie den Pfad; „orbita-cli drives“ führt auf, was angeschlossen ist.</translation>
    </message>
    <message>
        <source>Reading a drive needs access to its device: run as root, or join the group that owns it (usually &quot;disk&quot;) and log in again.</source>
        <translation>Ein Laufwerk zu lesen braucht Zugriff auf sein Gerät: starten Sie als root, oder treten Sie der Gruppe bei, der es gehört (meist „disk“), und melden Sie sich neu an.</translation>
    </message>
    <message>
        <source>Something else holds it exclusively; end that first.</source>
        <translation>Etwas anderes hält es für sich allein; beenden Sie das zuerst.</translation>
    </message>
    <message>
        <source>The device is listed but no drive answers behind it: check cable, power and medium.</source>
        <translation>Das Gerät ist aufgeführt, aber dahinter antwortet kein Laufwerk: sehen Sie nach Kabel, Strom und Medium.</translation>
    </message>
    <message>
        <source>Choose a place with more room.</source>
        <translation>Wählen Sie einen Ort mit mehr Platz.</translation>
    </message>
    <message>
        <source>That place is read-only; choose another.</source>
        <translation>Jener Ort ist schreibgeschützt; wählen Sie einen anderen.</translation>
    </message>
    <message>
        <source>the answer has only {} bytes</source>
        <translation>die Antwort hat nur {} Byte</translation>
    </message>
    <message>
        <source>Ask again; if it stays so, the bridge or controller does not hand it on: try another adapter.</source>
        <translation>Fragen Sie noch einmal; bleibt es so, gibt die Brücke oder Steuerung sie nicht weiter: versuchen Sie einen anderen Adapter.</translation>
    </message>
    <message>
        <source>starting a helper</source>
        <translation>beim Starten eines Helfers</translation>
    </message>
    <message>
        <source>starting the helper</source>
        <translation>beim Starten des Helfers</translation>
    </message>
    <message>
        <source>It belongs beside Orbita&apos;s other programs; install them together.</source>
        <translation>Er gehört neben Orbitas andere Programme; installieren Sie sie zusammen.</translation>
    </message>
    <message>
        <source>it holds </source>
        <translation>es enthält </translation>
    </message>
    <message>
        <source> where a whole number belongs, or one that is too large</source>
        <translation>, wo eine ganze Zahl hingehört, oder eine zu große</translation>
    </message>
    <message>
        <source>SQLite format 3</source>
        <translation>SQLite format 3</translation>
    </message>
    <message>
        <source>making the folder</source>
        <translation>beim Anlegen des Ordners</translation>
    </message>
    <message>
        <source>Check the path.</source>
        <translation>Prüfen Sie den Pfad.</translation>
    </message>
    <message>
        <source>It may not be read by you: have its owner allow it.</source>
        <translation>Sie dürfen es nicht lesen: lassen Sie es vom Besitzer erlauben.</translation>
    </message>
    <message>
        <source>it is a folder</source>
        <translation>es ist ein Ordner</translation>
    </message>
    <message>
        <source>it is no file</source>
        <translation>es ist keine Datei</translation>
    </message>
    <message>
        <source>Name a file.</source>
        <translation>Nennen Sie eine Datei.</translation>
    </message>
    <message>
        <source>it is larger than any such file: {} bytes</source>
        <translation>es ist größer als jede solche Datei: {} Byte</translation>
    </message>
    <message>
        <source>Name another file.</source>
        <translation>Nennen Sie eine andere Datei.</translation>
    </message>
    <message>
        <source>the drive reports a capacity of zero</source>
        <translation>das Laufwerk meldet eine Kapazität von null</translation>
    </message>
    <message>
        <source>It may not be ready, or have come up with its emergency program only: switch it off and on once, then save the data elsewhere before anything else.</source>
        <translation>Es ist vielleicht nicht bereit oder nur mit seinem Notprogramm angelaufen: schalten Sie es einmal aus und ein, dann sichern Sie die Daten anderswo, vor allem anderen.</translation>
    </message>
    <message>
        <source>it stopped answering while it was asked what it can do</source>
        <translation>es hörte auf zu antworten, als es gefragt wurde, was es kann</translation>
    </message>
    <message>
        <source>Check power and cable. If the data matters, do not keep switching it on.</source>
        <translation>Sehen Sie nach Strom und Kabel. Wenn die Daten zählen, schalten Sie es nicht immer wieder ein.</translation>
    </message>
    <message>
        <source>asking the drive</source>
        <translation>beim Fragen des Laufwerks</translation>
    </message>
    <message>
        <source>The drive or its bridge does not offer this; another adapter may.</source>
        <translation>Das Laufwerk oder seine Brücke bietet das nicht; ein anderer Adapter vielleicht.</translation>
    </message>
    <message>
        <source>it stopped answering</source>
        <translation>es hörte auf zu antworten</translation>
    </message>
    <message>
        <source>If the data matters, save it first.</source>
        <translation>Wenn die Daten zählen, sichern Sie sie zuerst.</translation>
    </message>
    <message>
        <source>no answer to {} within {} s</source>
        <translation>keine Antwort auf {} innerhalb von {} s</translation>
    </message>
    <message>
        <source>{} is not a command that Orbita sends here</source>
        <translation>{} ist kein Befehl, den Orbita hier schickt</translation>
    </message>
    <message>
        <source>This is a fault of Orbita&apos;s, not of the drive.</source>
        <translation>Das ist ein Fehler von Orbita, nicht des Laufwerks.</translation>
    </message>
    <message>
        <source>{} was refused</source>
        <translation>{} wurde abgelehnt</translation>
    </message>
    <message>
        <source>the drive refused the command</source>
        <translation>das Laufwerk lehnte den Befehl ab</translation>
    </message>
    <message>
        <source>the bridge does not pass ATA commands on</source>
        <translation>die Brücke gibt keine ATA-Befehle weiter</translation>
    </message>
    <message>
        <source>asking how long the drive tries to read,</source>
        <translation>bei der Frage, wie lange das Laufwerk zu lesen versucht,</translation>
    </message>
    <message>
        <source>it has no such setting that can be reached: {}</source>
        <translation>es hat keine solche erreichbare Einstellung: {}</translation>
    </message>
    <message>
        <source>The scan goes on; the drive takes as long as it likes over each bad sector.</source>
        <translation>Der Scan geht weiter; das Laufwerk nimmt sich bei jedem schlechten Sektor so viel Zeit, wie es will.</translation>
    </message>
    <message>
        <source>it takes no commands</source>
        <translation>es nimmt keine Befehle an</translation>
    </message>
    <message>
        <source>reading the drive&apos;s identity (IDENTIFY DEVICE)</source>
        <translation>beim Lesen der Identität des Laufwerks (IDENTIFY DEVICE)</translation>
    </message>
    <message>
        <source>Check the cable or try another adapter.</source>
        <translation>Sehen Sie nach dem Kabel oder versuchen Sie einen anderen Adapter.</translation>
    </message>
    <message>
        <source>the answer has {} bytes instead of 512</source>
        <translation>die Antwort hat {} Byte statt 512</translation>
    </message>
    <message>
        <source>the drive reports a capacity beyond what 48-bit addresses reach</source>
        <translation>das Laufwerk meldet eine Kapazität jenseits von 48-Bit-Adressen</translation>
    </message>
    <message>
        <source>the answer has {} bytes</source>
        <translation>die Antwort hat {} Byte</translation>
    </message>
    <message>
        <source>The bridge or controller may not hand it on; try another adapter.</source>
        <translation>Die Brücke oder Steuerung gibt sie vielleicht nicht weiter; versuchen Sie einen anderen Adapter.</translation>
    </message>
    <message>
        <source>the pending defects log</source>
        <translation>das Protokoll wartender Defekte</translation>
    </message>
    <message>
        <source>the link&apos;s event counters</source>
        <translation>die Ereigniszähler der Verbindung</translation>
    </message>
    <message>
        <source>reading the SCT status</source>
        <translation>beim Lesen des SCT-Status</translation>
    </message>
    <message>
        <source>format {} is not known</source>
        <translation>das Format {} ist nicht bekannt</translation>
    </message>
    <message>
        <source>Nothing is read from it.</source>
        <translation>Nichts wird daraus gelesen.</translation>
    </message>
    <message>
        <source>the answer is nothing but zeroes</source>
        <translation>die Antwort besteht nur aus Nullen</translation>
    </message>
    <message>
        <source>the self-test log</source>
        <translation>das Selbsttestprotokoll</translation>
    </message>
    <message>
        <source>the drive&apos;s SMART data</source>
        <translation>die SMART-Daten des Laufwerks</translation>
    </message>
    <message>
        <source>the drive&apos;s SMART thresholds</source>
        <translation>die SMART-Schwellen des Laufwerks</translation>
    </message>
    <message>
        <source>the error log</source>
        <translation>das Fehlerprotokoll</translation>
    </message>
    <message>
        <source>the extended error log</source>
        <translation>das erweiterte Fehlerprotokoll</translation>
    </message>
    <message>
        <source>the selective self-test log</source>
        <translation>das Protokoll ausgewählter Selbsttests</translation>
    </message>
    <message>
        <source>shared between processes</source>
        <translation>zwischen Prozessen geteilt</translation>
    </message>
    <message>
        <source>no answer within {} s</source>
        <translation>keine Antwort innerhalb von {} s</translation>
    </message>
    <message>
        <source>speaking with the drive at</source>
        <translation>beim Sprechen mit dem Laufwerk an</translation>
    </message>
    <message>
        <source>the process that holds it has ended</source>
        <translation>der Prozess, der es hält, ist beendet</translation>
    </message>
    <message>
        <source>it was given up before the drive answered</source>
        <translation>es wurde aufgegeben, bevor das Laufwerk antwortete</translation>
    </message>
    <message>
        <source>it is a directory, not a drive</source>
        <translation>es ist ein Ordner, kein Laufwerk</translation>
    </message>
    <message>
        <source>Name a device such as /dev/sdb, or an image file.</source>
        <translation>Nennen Sie ein Gerät wie /dev/sdb oder ein Abbild.</translation>
    </message>
    <message>
        <source>it is neither a block device nor a file</source>
        <translation>es ist weder ein Blockgerät noch eine Datei</translation>
    </message>
    <message>
        <source>asking the size of</source>
        <translation>bei der Frage nach der Größe von</translation>
    </message>
    <message>
        <source>opening for reading</source>
        <translation>beim Öffnen zum Lesen von</translation>
    </message>
    <message>
        <source>the reader says what it must not say</source>
        <translation>der Leseprozess sagt, was er nicht sagen darf</translation>
    </message>
    <message>
        <source>Orbita&apos;s programs do not belong together: install them anew.</source>
        <translation>Orbitas Programme gehören nicht zusammen: installieren Sie sie neu.</translation>
    </message>
    <message>
        <source>sharing memory with the reader for</source>
        <translation>beim Teilen von Speicher mit dem Leseprozess für</translation>
    </message>
    <message>
        <source>The drive may hang or still be spinning up: wait, then check power and cable. If the data matters, do not keep switching it on.</source>
        <translation>Das Laufwerk hängt vielleicht oder läuft noch an: warten Sie, dann sehen Sie nach Strom und Kabel. Wenn die Daten zählen, schalten Sie es nicht immer wieder ein.</translation>
    </message>
    <message>
        <source>it says that it has {} bytes in sectors of {} bytes, {} of them physical</source>
        <translation>es sagt, es habe {} Byte in Sektoren von {} Byte, {} davon physisch</translation>
    </message>
    <message>
        <source>No drive is like that: the bridge or adapter garbles what the drive says. Try another.</source>
        <translation>Kein Laufwerk ist so: die Brücke oder der Adapter verdirbt, was das Laufwerk sagt. Versuchen Sie einen anderen.</translation>
    </message>
    <message>
        <source>who the drive is (Identify Controller)</source>
        <translation>wer das Laufwerk ist (Identify Controller)</translation>
    </message>
    <message>
        <source>the drive&apos;s capacity (Identify Namespace)</source>
        <translation>die Kapazität des Laufwerks (Identify Namespace)</translation>
    </message>
    <message>
        <source>reading the drive&apos;s capacity</source>
        <translation>beim Lesen der Kapazität des Laufwerks</translation>
    </message>
    <message>
        <source>a sector of 2^{} bytes cannot be</source>
        <translation>einen Sektor von 2^{} Byte kann es nicht geben</translation>
    </message>
    <message>
        <source>Nothing can be read from this namespace.</source>
        <translation>Aus diesem Namensraum lässt sich nichts lesen.</translation>
    </message>
    <message>
        <source>the drive&apos;s health log</source>
        <translation>das Gesundheitsprotokoll des Laufwerks</translation>
    </message>
    <message>
        <source>whether the drive erases itself (Sanitize Status)</source>
        <translation>ob das Laufwerk sich löscht (Sanitize Status)</translation>
    </message>
    <message>
        <source>reading a log page</source>
        <translation>beim Lesen einer Protokollseite</translation>
    </message>
    <message>
        <source>another page came back, or nothing</source>
        <translation>eine andere Seite kam zurück, oder nichts</translation>
    </message>
    <message>
        <source>a logical sector of {} bytes cannot be</source>
        <translation>einen logischen Sektor von {} Byte kann es nicht geben</translation>
    </message>
    <message>
        <source>Try another adapter.</source>
        <translation>Versuchen Sie einen anderen Adapter.</translation>
    </message>
    <message>
        <source>who the drive is (INQUIRY)</source>
        <translation>wer das Laufwerk ist (INQUIRY)</translation>
    </message>
    <message>
        <source>the drive&apos;s capacity</source>
        <translation>die Kapazität des Laufwerks</translation>
    </message>
    <message>
        <source>a last sector of {} cannot be</source>
        <translation>einen letzten Sektor {} kann es nicht geben</translation>
    </message>
    <message>
        <source>the drive&apos;s mode pages</source>
        <translation>die Modusseiten des Laufwerks</translation>
    </message>
    <message>
        <source>the drive&apos;s list of defects</source>
        <translation>die Fehlerliste des Laufwerks</translation>
    </message>
    <message>
        <source>what the drive holds</source>
        <translation>was das Laufwerk enthält</translation>
    </message>
    <message>
        <source>the drive&apos;s zones</source>
        <translation>die Zonen des Laufwerks</translation>
    </message>
    <message>
        <source>reading what the drive keeps locked (Level 0 Discovery)</source>
        <translation>beim Lesen dessen, was das Laufwerk gesperrt hält (Level 0 Discovery)</translation>
    </message>
    <message>
        <source>the answer is shorter than its header</source>
        <translation>die Antwort ist kürzer als ihr Kopf</translation>
    </message>
    <message>
        <source>the answer says that it is empty</source>
        <translation>die Antwort sagt, dass sie leer ist</translation>
    </message>
    <message>
        <source>asking the drive who it is</source>
        <translation>bei der Frage, wer das Laufwerk ist</translation>
    </message>
    <message>
        <source>it did not answer</source>
        <translation>es antwortete nicht</translation>
    </message>
    <message>
        <source>Check power and cable, or try another adapter.</source>
        <translation>Sehen Sie nach Strom und Kabel, oder versuchen Sie einen anderen Adapter.</translation>
    </message>
    <message>
        <source>the bridge hides the answer</source>
        <translation>die Brücke verbirgt die Antwort</translation>
    </message>
    <message>
        <source>it refuses to have it changed</source>
        <translation>es lehnt eine Änderung ab</translation>
    </message>
    <message>
        <source>the span to be tested is empty or beyond the drive</source>
        <translation>der zu testende Bereich ist leer oder jenseits des Laufwerks</translation>
    </message>
    <message>
        <source>Name a span inside the drive.</source>
        <translation>Nennen Sie einen Bereich innerhalb des Laufwerks.</translation>
    </message>
    <message>
        <source>device statistics, page </source>
        <translation>Gerätestatistik, Seite </translation>
    </message>
    <message>
        <source>phy event counters</source>
        <translation>Ereigniszähler der Verbindung</translation>
    </message>
    <message>
        <source>error log</source>
        <translation>Fehlerprotokoll</translation>
    </message>
    <message>
        <source>the controller refuses it</source>
        <translation>die Steuerung lehnt es ab</translation>
    </message>
    <message>
        <source>health log</source>
        <translation>Gesundheitsprotokoll</translation>
    </message>
    <message>
        <source>block device</source>
        <translation>Blockgerät</translation>
    </message>
    <message>
        <source>it is empty: there is no sector to read</source>
        <translation>es ist leer: es gibt keinen Sektor zu lesen</translation>
    </message>
    <message>
        <source>Check that a medium is inserted and the drive is powered.</source>
        <translation>Prüfen Sie, ob ein Medium eingelegt und das Laufwerk eingeschaltet ist.</translation>
    </message>
    <message>
        <source>Choose an image file that holds at least one sector.</source>
        <translation>Wählen Sie ein Abbild, das wenigstens einen Sektor enthält.</translation>
    </message>
    <message>
        <source>asking the capacity</source>
        <translation>bei der Frage nach der Kapazität</translation>
    </message>
    <message>
        <source>it is larger than this way to the drive can report or reach</source>
        <translation>es ist größer, als dieser Weg zum Laufwerk melden oder erreichen kann</translation>
    </message>
    <message>
        <source>A bridge that cannot reach the whole drive: attach it another way.</source>
        <translation>Eine Brücke, die nicht das ganze Laufwerk erreicht: schließen Sie es anders an.</translation>
    </message>
    <message>
        <source>there is no such mode page</source>
        <translation>eine solche Modusseite gibt es nicht</translation>
    </message>
    <message>
        <source>asking what it holds</source>
        <translation>bei der Frage, was es enthält</translation>
    </message>
    <message>
        <source>the drive stopped answering</source>
        <translation>das Laufwerk hörte auf zu antworten</translation>
    </message>
    <message>
        <source>Check power and cable.</source>
        <translation>Sehen Sie nach Strom und Kabel.</translation>
    </message>
    <message>
        <source>log page 03h</source>
        <translation>Protokollseite 03h</translation>
    </message>
    <message>
        <source>log page 02h</source>
        <translation>Protokollseite 02h</translation>
    </message>
    <message>
        <source>log page 05h</source>
        <translation>Protokollseite 05h</translation>
    </message>
    <message>
        <source>log page 06h</source>
        <translation>Protokollseite 06h</translation>
    </message>
    <message>
        <source>log page 0Dh</source>
        <translation>Protokollseite 0Dh</translation>
    </message>
    <message>
        <source>log page 0Eh</source>
        <translation>Protokollseite 0Eh</translation>
    </message>
    <message>
        <source>log page 15h</source>
        <translation>Protokollseite 15h</translation>
    </message>
    <message>
        <source>log page 15h/01h</source>
        <translation>Protokollseite 15h/01h</translation>
    </message>
    <message>
        <source>grown defect list</source>
        <translation>Liste gewachsener Defekte</translation>
    </message>
    <message>
        <source>log page 2Fh</source>
        <translation>Protokollseite 2Fh</translation>
    </message>
    <message>
        <source>log page 11h</source>
        <translation>Protokollseite 11h</translation>
    </message>
    <message>
        <source>reading the map of an image,</source>
        <translation>beim Lesen der Karte eines Abbilds,</translation>
    </message>
    <message>
        <source>Nothing has been changed. Save to another image, or bring back the map that belongs to this one.</source>
        <translation>Nichts wurde geändert. Sichern Sie in ein anderes Abbild, oder bringen Sie die Karte zurück, die zu diesem gehört.</translation>
    </message>
    <message>
        <source>line {} is damaged</source>
        <translation>Zeile {} ist beschädigt</translation>
    </message>
    <message>
        <source>it is no map of an image that Orbita made</source>
        <translation>es ist keine Karte eines Abbilds von Orbita</translation>
    </message>
    <message>
        <source>a newer Orbita has written it</source>
        <translation>ein neueres Orbita hat sie geschrieben</translation>
    </message>
    <message>
        <source>it does not say which version it is</source>
        <translation>sie sagt nicht, welche Version sie ist</translation>
    </message>
    <message>
        <source>saving to</source>
        <translation>beim Sichern nach</translation>
    </message>
    <message>
        <source>Stop the scan, end other programs, and go on with it.</source>
        <translation>Beenden Sie den Scan, beenden Sie andere Programme, und setzen Sie ihn fort.</translation>
    </message>
    <message>
        <source>asking for room beside</source>
        <translation>bei der Frage nach Platz neben</translation>
    </message>
    <message>
        <source>up to {} are to be saved, {} are kept in reserve, and {} are free there</source>
        <translation>bis zu {} sollen gesichert werden, {} bleiben in Reserve, und {} sind dort frei</translation>
    </message>
    <message>
        <source>Free some room or choose a larger place; or scan a part of the drive.</source>
        <translation>Schaffen Sie Platz oder wählen Sie einen größeren Ort; oder scannen Sie einen Teil des Laufwerks.</translation>
    </message>
    <message>
        <source>it is an image of {} {}</source>
        <translation>es ist ein Abbild von {} {}</translation>
    </message>
    <message>
        <source>it was made of {} sectors of {} bytes, and the drive has {} of {} now</source>
        <translation>es wurde von {} Sektoren zu {} Byte gemacht, und das Laufwerk hat jetzt {} zu {}</translation>
    </message>
    <message>
        <source>it was being compared when it was stopped</source>
        <translation>es wurde gerade verglichen, als beendet wurde</translation>
    </message>
    <message>
        <source>Nothing has been changed; begin again when there is time.</source>
        <translation>Nichts wurde geändert; beginnen Sie wieder, wenn Zeit ist.</translation>
    </message>
    <message>
        <source>comparing the image</source>
        <translation>beim Vergleichen des Abbilds</translation>
    </message>
    <message>
        <source>The image could not be read from its own disk just now. Nothing has been changed: find out what ails that disk, and begin again.</source>
        <translation>Das Abbild ließ sich gerade von seiner eigenen Platte nicht lesen. Nichts wurde geändert: stellen Sie fest, was jener Platte fehlt, und beginnen Sie noch einmal.</translation>
    </message>
    <message>
        <source>the map of the image,</source>
        <translation>die Karte des Abbilds,</translation>
    </message>
    <message>
        <source>Name an image that Orbita has saved; its map stands beside it.</source>
        <translation>Nennen Sie ein Abbild, das Orbita gesichert hat; seine Karte steht daneben.</translation>
    </message>
    <message>
        <source>opening the image</source>
        <translation>beim Öffnen des Abbilds</translation>
    </message>
    <message>
        <source>where its map would be, {}, something else stands</source>
        <translation>wo seine Karte wäre, {}, steht etwas anderes</translation>
    </message>
    <message>
        <source>Name another file; nothing has been changed.</source>
        <translation>Nennen Sie eine andere Datei; nichts wurde geändert.</translation>
    </message>
    <message>
        <source>making the image</source>
        <translation>beim Anlegen des Abbilds</translation>
    </message>
    <message>
        <source>locking the image</source>
        <translation>beim Sperren des Abbilds</translation>
    </message>
    <message>
        <source>the file system there takes no file as large as this drive</source>
        <translation>das Dateisystem dort nimmt keine so große Datei wie dieses Laufwerk</translation>
    </message>
    <message>
        <source>Choose a place with another file system.</source>
        <translation>Wählen Sie einen Ort mit einem anderen Dateisystem.</translation>
    </message>
    <message>
        <source>making room for the image</source>
        <translation>beim Platzschaffen für das Abbild</translation>
    </message>
    <message>
        <source>a file of that name is there, and it is no image that Orbita has saved: its map is missing</source>
        <translation>eine Datei dieses Namens ist da, und sie ist kein von Orbita gesichertes Abbild: ihre Karte fehlt</translation>
    </message>
    <message>
        <source>Name another file; this one has not been touched.</source>
        <translation>Nennen Sie eine andere Datei; diese wurde nicht angerührt.</translation>
    </message>
    <message>
        <source>Name another file for this drive; this one has not been touched.</source>
        <translation>Nennen Sie eine andere Datei für dieses Laufwerk; diese wurde nicht angerührt.</translation>
    </message>
    <message>
        <source>another scan is saving to it</source>
        <translation>ein anderer Scan sichert hinein</translation>
    </message>
    <message>
        <source>Wait until that one is done.</source>
        <translation>Warten Sie, bis jener fertig ist.</translation>
    </message>
    <message>
        <source>the file has {} bytes, and the drive {}</source>
        <translation>die Datei hat {} Byte, und das Laufwerk {}</translation>
    </message>
    <message>
        <source>It holds more than an image of this drive can. Name another file; this one has not been touched.</source>
        <translation>Sie enthält mehr, als ein Abbild dieses Laufwerks kann. Nennen Sie eine andere Datei; diese wurde nicht angerührt.</translation>
    </message>
    <message>
        <source>the map beside it is that of another image</source>
        <translation>die Karte daneben ist die eines anderen Abbilds</translation>
    </message>
    <message>
        <source>Bring back the map that belongs to it, or name another file. Nothing has been changed.</source>
        <translation>Bringen Sie die Karte zurück, die dazu gehört, oder nennen Sie eine andere Datei. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>the map beside it is older than the image</source>
        <translation>die Karte daneben ist älter als das Abbild</translation>
    </message>
    <message>
        <source>Bring back the latest map, or name another file. Nothing has been changed.</source>
        <translation>Bringen Sie die letzte Karte zurück, oder nennen Sie eine andere Datei. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>most of what it holds is not what its map says</source>
        <translation>das meiste darin ist nicht, was seine Karte sagt</translation>
    </message>
    <message>
        <source>The map is that of another image, or the image was overwritten. Bring back the one that belongs to it, or name another file. Nothing has been changed.</source>
        <translation>Die Karte ist die eines anderen Abbilds, oder das Abbild wurde überschrieben. Bringen Sie zurück, was zusammengehört, oder nennen Sie eine andere Datei. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>writing to the image</source>
        <translation>beim Schreiben in das Abbild</translation>
    </message>
    <message>
        <source>making the image durable</source>
        <translation>beim Festschreiben des Abbilds</translation>
    </message>
    <message>
        <source>making durable the map of the image</source>
        <translation>beim Festschreiben der Karte des Abbilds</translation>
    </message>
    <message>
        <source>more layers than can be followed</source>
        <translation>mehr Schichten, als sich verfolgen lassen</translation>
    </message>
    <message>
        <source>a file system that the kernel does not list</source>
        <translation>ein Dateisystem, das der Kern nicht aufführt</translation>
    </message>
    <message>
        <source>a file that cannot be reached (</source>
        <translation>eine Datei, die sich nicht erreichen lässt (</translation>
    </message>
    <message>
        <source>a device that the kernel does not list ({}:{})</source>
        <translation>ein Gerät, das der Kern nicht aufführt ({}:{})</translation>
    </message>
    <message>
        <source>an overlay whose layers cannot be seen</source>
        <translation>ein Overlay, dessen Schichten nicht zu sehen sind</translation>
    </message>
    <message>
        <source> file system</source>
        <translation> Dateisystem</translation>
    </message>
    <message>
        <source>a device that the kernel does not list (</source>
        <translation>ein Gerät, das der Kern nicht aufführt (</translation>
    </message>
    <message>
        <source>it names no file</source>
        <translation>er nennt keine Datei</translation>
    </message>
    <message>
        <source>Name a file in it.</source>
        <translation>Nennen Sie eine Datei darin.</translation>
    </message>
    <message>
        <source>a link stands there</source>
        <translation>dort steht ein Verweis</translation>
    </message>
    <message>
        <source>Orbita keeps its own files in real ones only: remove the link, or name where it leads.</source>
        <translation>Orbita führt seine eigenen Dateien nur in echten: entfernen Sie den Verweis, oder nennen Sie sein Ziel.</translation>
    </message>
    <message>
        <source>the link {} on the way was made by another user</source>
        <translation>der Verweis {} auf dem Weg wurde von einem anderen Benutzer gemacht</translation>
    </message>
    <message>
        <source>Name the place where it leads, if that is what you want.</source>
        <translation>Nennen Sie den Ort, zu dem er führt, wenn Sie das wollen.</translation>
    </message>
    <message>
        <source>Name a file that does not exist yet, or an older result; &quot;-&quot; is standard output. Nothing has been changed.</source>
        <translation>Nennen Sie eine Datei, die es noch nicht gibt, oder ein älteres Ergebnis; „-“ ist die Standardausgabe. Nichts wurde geändert.</translation>
    </message>
    <message>
        <source>it is a device</source>
        <translation>es ist ein Gerät</translation>
    </message>
    <message>
        <source>it is a pipe</source>
        <translation>es ist eine Pipe</translation>
    </message>
    <message>
        <source>it is a socket</source>
        <translation>es ist ein Socket</translation>
    </message>
    <message>
        <source>Choose a folder that you may write to.</source>
        <translation>Wählen Sie einen Ordner, in den Sie schreiben dürfen.</translation>
    </message>
    <message>
        <source>Choose another place.</source>
        <translation>Wählen Sie einen anderen Ort.</translation>
    </message>
    <message>
        <source>its folder does not exist</source>
        <translation>den Ordner gibt es nicht</translation>
    </message>
    <message>
        <source>Make the folder, or choose another place.</source>
        <translation>Legen Sie den Ordner an, oder wählen Sie einen anderen Ort.</translation>
    </message>
    <message>
        <source>it is the map of an image</source>
        <translation>es ist die Karte eines Abbilds</translation>
    </message>
    <message>
        <source>it is a casebook</source>
        <translation>es ist ein Fallbuch</translation>
    </message>
    <message>
        <source>it holds a setting that is owed to a drive</source>
        <translation>es enthält eine Einstellung, die einem Laufwerk geschuldet wird</translation>
    </message>
    <message>
        <source>it is an image that was saved of a drive</source>
        <translation>es ist ein von einem Laufwerk gesichertes Abbild</translation>
    </message>
    <message>
        <source>it lies on the drive under test, {}</source>
        <translation>es liegt auf dem getesteten Laufwerk, {}</translation>
    </message>
    <message>
        <source>Nothing may be written there; choose a place on another drive.</source>
        <translation>Dorthin darf nichts geschrieben werden; wählen Sie einen Ort auf einem anderen Laufwerk.</translation>
    </message>
    <message>
        <source>it lies on {}, and which drives are behind it cannot be determined</source>
        <translation>es liegt auf {}, und welche Laufwerke dahinter sind, lässt sich nicht feststellen</translation>
    </message>
    <message>
        <source>Choose a place on another drive. If you are sure that it is not on the drive under test, insist (--place-is-elsewhere).</source>
        <translation>Wählen Sie einen Ort auf einem anderen Laufwerk. Wenn Sie sicher sind, dass es nicht auf dem getesteten liegt, bestehen Sie darauf (--place-is-elsewhere).</translation>
    </message>
    <message>
        <source>its folder may not be written to</source>
        <translation>in seinen Ordner darf nicht geschrieben werden</translation>
    </message>
    <message>
        <source>nothing can be kept there: it is the kernel&apos;s own</source>
        <translation>dort lässt sich nichts behalten: er gehört dem Kern</translation>
    </message>
    <message>
        <source>it is what is being scanned</source>
        <translation>es ist, was gescannt wird</translation>
    </message>
    <message>
        <source>it is what the drive under test, {}, is made of</source>
        <translation>daraus besteht das getestete Laufwerk, {}</translation>
    </message>
    <message>
        <source>Choose another name; it has not been touched.</source>
        <translation>Wählen Sie einen anderen Namen; es wurde nicht angerührt.</translation>
    </message>
    <message>
        <source>it is in use, and what is mounted or stacked on it goes on writing whatever this says</source>
        <translation>es ist in Gebrauch, und was eingehängt oder darauf gestapelt ist, schreibt weiter, was hier auch gesagt wird</translation>
    </message>
    <message>
        <source>Unmount it, and switch off what is stacked on it, first.</source>
        <translation>Hängen Sie es zuerst aus, und schalten Sie ab, was darauf gestapelt ist.</translation>
    </message>
    <message>
        <source>changing whether the system may write to</source>
        <translation>beim Ändern, ob das System schreiben darf auf</translation>
    </message>
    <message>
        <source>the system did not answer</source>
        <translation>das System antwortete nicht</translation>
    </message>
    <message>
        <source>The drive may hang: check power and cable.</source>
        <translation>Das Laufwerk hängt vielleicht: sehen Sie nach Strom und Kabel.</translation>
    </message>
    <message>
        <source>Only root may: start Orbita as root, or run blockdev --setro as root.</source>
        <translation>Das darf nur root: starten Sie Orbita als root, oder führen Sie blockdev --setro als root aus.</translation>
    </message>
    <message>
        <source>{} must be {}</source>
        <translation>{} muss {} sein</translation>
    </message>
    <message>
        <source>an object</source>
        <translation>ein Objekt</translation>
    </message>
    <message>
        <source>a text</source>
        <translation>ein Text</translation>
    </message>
    <message>
        <source>true or false</source>
        <translation>true oder false</translation>
    </message>
    <message>
        <source>a number</source>
        <translation>eine Zahl</translation>
    </message>
    <message>
        <source>a name that this Orbita knows</source>
        <translation>ein Name, den dieses Orbita kennt</translation>
    </message>
    <message>
        <source>a list</source>
        <translation>eine Liste</translation>
    </message>
    <message>
        <source>{} has a key that no evidence knows: &quot;{}&quot;</source>
        <translation>{} hat einen Schlüssel, den keine Belege kennen: „{}“</translation>
    </message>
    <message>
        <source>a whole number</source>
        <translation>eine ganze Zahl</translation>
    </message>
    <message>
        <source>at most 255</source>
        <translation>höchstens 255</translation>
    </message>
    <message>
        <source>reading the evidence</source>
        <translation>beim Lesen der Belege</translation>
    </message>
    <message>
        <source>docs/formats.md describes it. Have the drive judged anew from its scans.</source>
        <translation>docs/formats.md beschreibt sie. Lassen Sie das Laufwerk neu nach seinen Scans beurteilen.</translation>
    </message>
    <message>
        <source>it is no evidence</source>
        <translation>es sind keine Belege</translation>
    </message>
    <message>
        <source>it is of a version that this Orbita does not know; it reads version 1</source>
        <translation>sie sind von einer Version, die dieses Orbita nicht kennt; es liest Version 1</translation>
    </message>
    <message>
        <source>it is no valid JSON: {}</source>
        <translation>es ist kein gültiges JSON: {}</translation>
    </message>
    <message>
        <source>given for one of these</source>
        <translation>bei einem davon genannt</translation>
    </message>
    <message>
        <source>none given for one of these</source>
        <translation>bei einem davon nicht genannt</translation>
    </message>
    <message>
        <source>none given</source>
        <translation>nicht genannt</translation>
    </message>
    <message>
        <source>a ledger entry has a </source>
        <translation>ein Eintrag der Mängelliste hat eine </translation>
    </message>
    <message>
        <source> that this Orbita does not know</source>
        <translation>, die dieses Orbita nicht kennt</translation>
    </message>
    <message>
        <source>reading the house policy</source>
        <translation>beim Lesen der Hausregeln</translation>
    </message>
    <message>
        <source>docs/formats.md describes house policies. Until it is mended, Orbita&apos;s own limits are in force.</source>
        <translation>docs/formats.md beschreibt Hausregeln. Bis das behoben ist, gelten Orbitas eigene Grenzen.</translation>
    </message>
    <message>
        <source>{}.{} must be a whole number, or null for never</source>
        <translation>{}.{} muss eine ganze Zahl sein, oder null für nie</translation>
    </message>
    <message>
        <source>{}.{} must be a text</source>
        <translation>{}.{} muss ein Text sein</translation>
    </message>
    <message>
        <source>policy.treatment.{} must be a whole number</source>
        <translation>policy.treatment.{} muss eine ganze Zahl sein</translation>
    </message>
    <message>
        <source>policy.treatment.{} must be from {} to {}</source>
        <translation>policy.treatment.{} muss von {} bis {} sein</translation>
    </message>
    <message>
        <source>policy.treatment.{} must be true or false</source>
        <translation>policy.treatment.{} muss true oder false sein</translation>
    </message>
    <message>
        <source>policy.format must be &quot;orbita-policy&quot;</source>
        <translation>policy.format muss „orbita-policy“ sein</translation>
    </message>
    <message>
        <source>policy.version is one that this Orbita does not know; it reads version 1</source>
        <translation>policy.version ist eine, die dieses Orbita nicht kennt; es liest Version 1</translation>
    </message>
    <message>
        <source>policy.limits must be an object</source>
        <translation>policy.limits muss ein Objekt sein</translation>
    </message>
    <message>
        <source>{}: there is no such reading</source>
        <translation>{}: eine solche Angabe gibt es nicht</translation>
    </message>
    <message>
        <source>policy.bad_firmware must be a list</source>
        <translation>policy.bad_firmware muss eine Liste sein</translation>
    </message>
    <message>
        <source>policy.plans must be a list of at least one</source>
        <translation>policy.plans muss eine Liste von wenigstens einem sein</translation>
    </message>
    <message>
        <source>the house policy</source>
        <translation>die Hausregeln</translation>
    </message>
    <message>
        <source>Orbita&apos;s own</source>
        <translation>Orbitas eigene</translation>
    </message>
    <message>
        <source>{} must be an object</source>
        <translation>{} muss ein Objekt sein</translation>
    </message>
    <message>
        <source>{} has a key that no policy knows: &quot;{}&quot;</source>
        <translation>{} hat einen Schlüssel, den keine Hausregeln kennen: „{}“</translation>
    </message>
    <message>
        <source>{}.{} must be a number above 0, or null for never</source>
        <translation>{}.{} muss eine Zahl über 0 sein, oder null für nie</translation>
    </message>
    <message>
        <source>{}: a graver ruling must not begin below a milder one</source>
        <translation>{}: ein schwereres Urteil darf nicht unter einem milderen beginnen</translation>
    </message>
    <message>
        <source>policy.ruling.{} must be one of watch, spare-duty and retire, and no milder than {}</source>
        <translation>policy.ruling.{} muss eines von watch, spare-duty und retire sein und nicht milder als {}</translation>
    </message>
    <message>
        <source>policy.ruling.needs.{} must be a number from {} to {}</source>
        <translation>policy.ruling.needs.{} muss eine Zahl von {} bis {} sein</translation>
    </message>
    <message>
        <source>{}.{} must be a whole number of days from 1 to 3650</source>
        <translation>{}.{} muss eine ganze Zahl von Tagen von 1 bis 3650 sein</translation>
    </message>
    <message>
        <source>policy.ruling.needs.vitals must be one of always, where-offered and never</source>
        <translation>policy.ruling.needs.vitals muss eines von always, where-offered und never sein</translation>
    </message>
    <message>
        <source>policy.ruling.needs.self_test must be true or false</source>
        <translation>policy.ruling.needs.self_test muss true oder false sein</translation>
    </message>
    <message>
        <source>policy.ruling.limits must be an object</source>
        <translation>policy.ruling.limits muss ein Objekt sein</translation>
    </message>
    <message>
        <source>{}: nothing of that name is measured</source>
        <translation>{}: nichts dieses Namens wird gemessen</translation>
    </message>
    <message>
        <source>going on with the scan on</source>
        <translation>beim Fortsetzen des Scans auf</translation>
    </message>
    <message>
        <source>this is {} {}, and the scan was made on {} {}</source>
        <translation>das ist {} {}, und der Scan wurde auf {} {} gemacht</translation>
    </message>
    <message>
        <source>Attach that drive, or begin a new scan.</source>
        <translation>Schließen Sie jenes Laufwerk an, oder beginnen Sie einen neuen Scan.</translation>
    </message>
    <message>
        <source>without a serial number only its place tells it apart, and the scan was made on {}</source>
        <translation>ohne Seriennummer unterscheidet es nur sein Ort, und der Scan wurde auf {} gemacht</translation>
    </message>
    <message>
        <source>Name it by the path it had then, or begin a new scan.</source>
        <translation>Nennen Sie es mit dem damaligen Pfad, oder beginnen Sie einen neuen Scan.</translation>
    </message>
    <message>
        <source>its sectors are {} bytes now and were {}</source>
        <translation>seine Sektoren haben jetzt {} Byte und hatten {}</translation>
    </message>
    <message>
        <source>Attach it the way it was attached then, or begin a new scan.</source>
        <translation>Schließen Sie es an wie damals, oder beginnen Sie einen neuen Scan.</translation>
    </message>
    <message>
        <source>it has {} sectors now and had {}</source>
        <translation>es hat jetzt {} Sektoren und hatte {}</translation>
    </message>
    <message>
        <source>Find out why it shrank before anything else; then begin a new scan.</source>
        <translation>Stellen Sie vor allem anderen fest, warum es geschrumpft ist; dann beginnen Sie einen neuen Scan.</translation>
    </message>
    <message>
        <source>Whole surface</source>
        <translation>Ganze Oberfläche</translation>
    </message>
    <message>
        <source>First look</source>
        <translation>Erster Blick</translation>
    </message>
    <message>
        <source>Suspects, then the rest</source>
        <translation>Verdächtiges, dann der Rest</translation>
    </message>
    <message>
        <source>Heads at work</source>
        <translation>Köpfe in Bewegung</translation>
    </message>
    <message>
        <source>Sick drive</source>
        <translation>Krankes Laufwerk</translation>
    </message>
    <message>
        <source>must be an object</source>
        <translation>muss ein Objekt sein</translation>
    </message>
    <message>
        <source>has a key that no plan knows: &quot;</source>
        <translation>hat einen Schlüssel, den kein Plan kennt: „</translation>
    </message>
    <message>
        <source>needs a name</source>
        <translation>braucht einen Namen</translation>
    </message>
    <message>
        <source>has the mode &quot;</source>
        <translation>hat die Weise „</translation>
    </message>
    <message>
        <source>&quot;; it must be read or verify</source>
        <translation>“; sie muss read oder verify sein</translation>
    </message>
    <message>
        <source>has the order &quot;</source>
        <translation>hat die Reihenfolge „</translation>
    </message>
    <message>
        <source>&quot;, which there is not</source>
        <translation>“, die es nicht gibt</translation>
    </message>
    <message>
        <source>has the rule </source>
        <translation>hat die Regel </translation>
    </message>
    <message>
        <source>, which there is not</source>
        <translation>, die es nicht gibt</translation>
    </message>
    <message>
        <source>is not as it should be: </source>
        <translation>ist nicht, wie er sein soll: </translation>
    </message>
    <message>
        <source>planning the scan of</source>
        <translation>beim Planen des Scans von</translation>
    </message>
    <message>
        <source>the rule &quot;{}&quot; would apply at once</source>
        <translation>die Regel „{}“ träfe sofort zu</translation>
    </message>
    <message>
        <source>Give it a number above zero.</source>
        <translation>Geben Sie ihr eine Zahl über null.</translation>
    </message>
    <message>
        <source>there are two rules for &quot;{}&quot;</source>
        <translation>es gibt zwei Regeln für „{}“</translation>
    </message>
    <message>
        <source>Leave one of them out.</source>
        <translation>Lassen Sie eine davon weg.</translation>
    </message>
    <message>
        <source>reading the stop rule</source>
        <translation>beim Lesen der Regel</translation>
    </message>
    <message>
        <source>it is not of the form KIND:NUMBER</source>
        <translation>sie hat nicht die Form ART:ZAHL</translation>
    </message>
    <message>
        <source>Kinds are unreadable, patches, growth, stalls, minutes, temperature and damning, as in unreadable:50.</source>
        <translation>Arten sind unreadable, patches, growth, stalls, minutes, temperature und damning, etwa unreadable:50.</translation>
    </message>
    <message>
        <source>the span is empty</source>
        <translation>der Bereich ist leer</translation>
    </message>
    <message>
        <source>Name at least one sector.</source>
        <translation>Nennen Sie wenigstens einen Sektor.</translation>
    </message>
    <message>
        <source>it says that it has {} sectors of {} bytes</source>
        <translation>es sagt, es habe {} Sektoren von {} Byte</translation>
    </message>
    <message>
        <source>No drive is that large: the bridge or adapter garbles what the drive says. Try another.</source>
        <translation>So groß ist kein Laufwerk: die Brücke oder der Adapter verdirbt, was das Laufwerk sagt. Versuchen Sie einen anderen.</translation>
    </message>
    <message>
        <source>the span {}..{} reaches beyond the last sector, {}</source>
        <translation>der Bereich {}..{} reicht über den letzten Sektor, {}, hinaus</translation>
    </message>
    <message>
        <source>Choose a span inside 0..{}.</source>
        <translation>Wählen Sie einen Bereich innerhalb von 0..{}.</translation>
    </message>
    <message>
        <source>the part {}..{} does not lie in the span {}..{}</source>
        <translation>der Teil {}..{} liegt nicht im Bereich {}..{}</translation>
    </message>
    <message>
        <source>Leave that part out or widen the span.</source>
        <translation>Lassen Sie jenen Teil weg, oder erweitern Sie den Bereich.</translation>
    </message>
    <message>
        <source>a sweep needs a distance to go</source>
        <translation>Pendeln braucht eine Strecke</translation>
    </message>
    <message>
        <source>Choose more than 0 and at most 50 percent of the span.</source>
        <translation>Wählen Sie mehr als 0 und höchstens 50 Prozent des Bereichs.</translation>
    </message>
    <message>
        <source>no block would be drawn</source>
        <translation>kein Block würde gezogen</translation>
    </message>
    <message>
        <source>Choose at least one sample.</source>
        <translation>Wählen Sie wenigstens eine Stichprobe.</translation>
    </message>
    <message>
        <source>{} commands cannot be at the drive at once</source>
        <translation>{} Befehle können nicht zugleich am Laufwerk sein</translation>
    </message>
    <message>
        <source>verifying is not available here: the drive, or what it is attached through, does not take the command</source>
        <translation>Prüfen geht hier nicht: das Laufwerk, oder worüber es angeschlossen ist, nimmt den Befehl nicht an</translation>
    </message>
    <message>
        <source>Scan by reading.</source>
        <translation>Scannen Sie durch Lesen.</translation>
    </message>
    <message>
        <source>verifying hands over no data that could be saved</source>
        <translation>Prüfen gibt keine Daten heraus, die sich sichern ließen</translation>
    </message>
    <message>
        <source>Scan by reading, or save nothing.</source>
        <translation>Scannen Sie durch Lesen, oder sichern Sie nichts.</translation>
    </message>
    <message>
        <source>a block of {} sectors cannot be read at once</source>
        <translation>ein Block von {} Sektoren lässt sich nicht auf einmal lesen</translation>
    </message>
    <message>
        <source>{} blocks are more than the plate can hold</source>
        <translation>{} Blöcke sind mehr, als die Fläche fassen kann</translation>
    </message>
    <message>
        <source>Choose larger blocks, or a span.</source>
        <translation>Wählen Sie größere Blöcke oder einen Bereich.</translation>
    </message>
    <message>
        <source>a block of {} sectors is no multiple of the physical sector, which holds {}</source>
        <translation>ein Block von {} Sektoren ist kein Vielfaches des physischen Sektors, der {} enthält</translation>
    </message>
    <message>
        <source>a block cannot count as stalled after {} ms</source>
        <translation>ein Block kann nicht nach {} ms als stehend gelten</translation>
    </message>
    <message>
        <source>Choose more than 0 and at most {} ms.</source>
        <translation>Wählen Sie mehr als 0 und höchstens {} ms.</translation>
    </message>
    <message>
        <source>reading the span</source>
        <translation>beim Lesen des Bereichs</translation>
    </message>
    <message>
        <source>Write FIRST..LAST as sectors (0..2047), bytes (500GB..1TB; units are kB to TB and kiB to TiB) or percent (40%..60%), or one sector.</source>
        <translation>Schreiben Sie ERSTER..LETZTER als Sektoren (0..2047), Byte (500GB..1TB; Einheiten sind kB bis TB und kiB bis TiB) oder Prozent (40%..60%), oder einen Sektor.</translation>
    </message>
    <message>
        <source>it names neither end</source>
        <translation>er nennt kein Ende</translation>
    </message>
    <message>
        <source>an end is neither a sector number, nor bytes with their unit, nor percent</source>
        <translation>ein Ende ist weder eine Sektornummer noch Byte mit Einheit noch Prozent</translation>
    </message>
    <message>
        <source>it has no &quot;..&quot;</source>
        <translation>er hat kein „..“</translation>
    </message>
    <message>
        <source>the last sector of the drive is {}</source>
        <translation>der letzte Sektor des Laufwerks ist {}</translation>
    </message>
    <message>
        <source>its end lies before its beginning</source>
        <translation>sein Ende liegt vor seinem Anfang</translation>
    </message>
    <message>
        <source>reading the length</source>
        <translation>beim Lesen der Länge</translation>
    </message>
    <message>
        <source>it is neither a number of sectors nor bytes with their unit</source>
        <translation>sie ist weder eine Anzahl von Sektoren noch Byte mit Einheit</translation>
    </message>
    <message>
        <source>the drive has {} sectors</source>
        <translation>das Laufwerk hat {} Sektoren</translation>
    </message>
    <message>
        <source>Write it as sectors (2048) or bytes (32MB, 64MiB; units are kB to TB and kiB to TiB).</source>
        <translation>Schreiben Sie sie als Sektoren (2048) oder Byte (32MB, 64MiB; Einheiten sind kB bis TB und kiB bis TiB).</translation>
    </message>
    <message>
        <source>there is nothing on one side of a comma</source>
        <translation>auf einer Seite eines Kommas steht nichts</translation>
    </message>
    <message>
        <source>there is not enough memory for its plate</source>
        <translation>es ist nicht genug Speicher für seine Fläche da</translation>
    </message>
    <message>
        <source>What was kept of it so far stays. End other programs, choose larger blocks or a smaller span, and go on.</source>
        <translation>Was bisher davon behalten wurde, bleibt. Beenden Sie andere Programme, wählen Sie größere Blöcke oder einen kleineren Bereich, und machen Sie weiter.</translation>
    </message>
    <message>
        <source>writing down what is done to the drive in</source>
        <translation>beim Aufschreiben dessen, was mit dem Laufwerk geschieht, in</translation>
    </message>
    <message>
        <source>Nothing is done to a drive that cannot be written down: make room there.</source>
        <translation>An einem Laufwerk geschieht nichts, was sich nicht aufschreiben lässt: schaffen Sie dort Platz.</translation>
    </message>
    <message>
        <source>reading what was done to drives in</source>
        <translation>beim Lesen dessen, was mit Laufwerken geschah, in</translation>
    </message>
    <message>
        <source>doing something with</source>
        <translation>bei einer Handlung an</translation>
    </message>
    <message>
        <source>it takes no commands of its own</source>
        <translation>es nimmt keine eigenen Befehle an</translation>
    </message>
    <message>
        <source>an earlier order was not answered</source>
        <translation>ein früherer Auftrag wurde nicht beantwortet</translation>
    </message>
    <message>
        <source>what holds the drive answered another question</source>
        <translation>was das Laufwerk hält, beantwortete eine andere Frage</translation>
    </message>
    <message>
        <source>the drive has no such test, or the adapter in front of it hides it</source>
        <translation>das Laufwerk hat keinen solchen Test, oder der Adapter davor verbirgt ihn</translation>
    </message>
    <message>
        <source>Choose another test, or scan the surface.</source>
        <translation>Wählen Sie einen anderen Test, oder scannen Sie die Oberfläche.</translation>
    </message>
    <message>
        <source>a self-test is running already</source>
        <translation>ein Selbsttest läuft schon</translation>
    </message>
    <message>
        <source>Wait for it, or abort it.</source>
        <translation>Warten Sie darauf, oder brechen Sie ihn ab.</translation>
    </message>
    <message>
        <source>opening the log of what is done to drives,</source>
        <translation>beim Öffnen des Protokolls der Handlungen an Laufwerken,</translation>
    </message>
    <message>
        <source>another user has written it</source>
        <translation>ein anderer Benutzer hat sie geschrieben</translation>
    </message>
    <message>
        <source>Nothing was sent to the drive. Look at it, and move it away if it is not yours.</source>
        <translation>Dem Laufwerk wurde nichts geschickt. Sehen Sie es an, und verschieben Sie es, wenn es nicht Ihres ist.</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is no text</source>
        <translation>„{}“ ist kein Text</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is missing</source>
        <translation>„{}“ fehlt</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is neither true nor false</source>
        <translation>„{}“ ist weder wahr noch falsch</translation>
    </message>
    <message>
        <source>&quot;{}&quot; names nothing that there is</source>
        <translation>„{}“ nennt nichts, was es gibt</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is no sentence</source>
        <translation>„{}“ ist kein Satz</translation>
    </message>
    <message>
        <source>a span is a first sector and a number of sectors</source>
        <translation>ein Bereich ist ein erster Sektor und eine Anzahl von Sektoren</translation>
    </message>
    <message>
        <source>no drive has such sectors</source>
        <translation>kein Laufwerk hat solche Sektoren</translation>
    </message>
    <message>
        <source>&quot;drive&quot; is no drive</source>
        <translation>„drive“ ist kein Laufwerk</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is too long</source>
        <translation>„{}“ ist zu lang</translation>
    </message>
    <message>
        <source>&quot;family&quot; names none</source>
        <translation>„family“ nennt keine</translation>
    </message>
    <message>
        <source>only what is written has contents</source>
        <translation>nur was geschrieben wird, hat Inhalt</translation>
    </message>
    <message>
        <source>&quot;kind&quot; names no self-test</source>
        <translation>„kind“ nennt keinen Selbsttest</translation>
    </message>
    <message>
        <source>&quot;spans&quot; and &quot;kinds&quot; are lists</source>
        <translation>„spans“ und „kinds“ sind Listen</translation>
    </message>
    <message>
        <source>&quot;kinds&quot; names one that there is not</source>
        <translation>„kinds“ nennt etwas, das es nicht gibt</translation>
    </message>
    <message>
        <source>&quot;data_elsewhere&quot; is no answer</source>
        <translation>„data_elsewhere“ ist keine Antwort</translation>
    </message>
    <message>
        <source>there is no such order</source>
        <translation>einen solchen Auftrag gibt es nicht</translation>
    </message>
    <message>
        <source>no answer comes before it is asked for</source>
        <translation>keine Antwort kommt, bevor danach gefragt ist</translation>
    </message>
    <message>
        <source>there is no such answer</source>
        <translation>eine solche Antwort gibt es nicht</translation>
    </message>
    <message>
        <source>it is too long</source>
        <translation>sie ist zu lang</translation>
    </message>
    <message>
        <source>its line does not end</source>
        <translation>ihre Zeile endet nicht</translation>
    </message>
    <message>
        <source>it is no message</source>
        <translation>es ist keine Nachricht</translation>
    </message>
    <message>
        <source>it is of another version</source>
        <translation>sie ist von einer anderen Version</translation>
    </message>
    <message>
        <source>speaking with the process that holds the drive,</source>
        <translation>beim Sprechen mit dem Prozess, der das Laufwerk hält,</translation>
    </message>
    <message>
        <source>an answer has no contents</source>
        <translation>eine Antwort hat keinen Inhalt</translation>
    </message>
    <message>
        <source>its error is none</source>
        <translation>ihr Fehler ist keiner</translation>
    </message>
    <message>
        <source>without a serial number</source>
        <translation>ohne Seriennummer</translation>
    </message>
    <message>
        <source>doing what was ordered on</source>
        <translation>bei der Ausführung des Auftrags an</translation>
    </message>
    <message>
        <source>the drive does not answer</source>
        <translation>das Laufwerk antwortet nicht</translation>
    </message>
    <message>
        <source>asking who answers at</source>
        <translation>bei der Frage, wer antwortet an</translation>
    </message>
    <message>
        <source>nothing does any more</source>
        <translation>nichts mehr</translation>
    </message>
    <message>
        <source>it does not say any more who it is</source>
        <translation>es sagt nicht mehr, wer es ist</translation>
    </message>
    <message>
        <source>Nothing was done to it. Check power and cable, and begin anew.</source>
        <translation>Nichts wurde damit getan. Sehen Sie nach Strom und Kabel, und beginnen Sie neu.</translation>
    </message>
    <message>
        <source>another drive answers there: {}, and not {}</source>
        <translation>dort antwortet ein anderes Laufwerk: {}, und nicht {}</translation>
    </message>
    <message>
        <source>Nothing was done to it. It was changed for another: look at the list of drives anew.</source>
        <translation>Nichts wurde damit getan. Es wurde gegen ein anderes getauscht: sehen Sie die Liste der Laufwerke neu an.</translation>
    </message>
    <message>
        <source>the session is open already</source>
        <translation>die Sitzung ist schon offen</translation>
    </message>
    <message>
        <source>This is a fault of Orbita&apos;s.</source>
        <translation>Das ist ein Fehler von Orbita.</translation>
    </message>
    <message>
        <source>the session was not opened: nobody said which drive is meant</source>
        <translation>die Sitzung wurde nicht geöffnet: niemand hat gesagt, welches Laufwerk gemeint ist</translation>
    </message>
    <message>
        <source>it would not be written down anywhere</source>
        <translation>es würde nirgends aufgeschrieben</translation>
    </message>
    <message>
        <source>Nothing was done to the drive.</source>
        <translation>Mit dem Laufwerk wurde nichts getan.</translation>
    </message>
    <message>
        <source>no drive that has such self-tests answers there</source>
        <translation>dort antwortet kein Laufwerk mit solchen Selbsttests</translation>
    </message>
    <message>
        <source>no drive that could switch it on answers there</source>
        <translation>dort antwortet kein Laufwerk, das es einschalten könnte</translation>
    </message>
    <message>
        <source>what is written down as the drive&apos;s own setting cannot be one</source>
        <translation>was als eigene Einstellung des Laufwerks aufgeschrieben ist, kann keine sein</translation>
    </message>
    <message>
        <source>Nothing was sent to the drive; switching it off brings its own setting back.</source>
        <translation>Dem Laufwerk wurde nichts geschickt; Ausschalten stellt seine eigene Einstellung wieder her.</translation>
    </message>
    <message>
        <source>it has no serial number to be known again by</source>
        <translation>es hat keine Seriennummer, an der es wiederzuerkennen wäre</translation>
    </message>
    <message>
        <source>The scan goes on; the drive takes as long as it likes.</source>
        <translation>Der Scan geht weiter; das Laufwerk nimmt sich so viel Zeit, wie es will.</translation>
    </message>
    <message>
        <source>the time limit of </source>
        <translation>die Zeitgrenze von </translation>
    </message>
    <message>
        <source>setting how long the drive tries to read,</source>
        <translation>beim Einstellen, wie lange das Laufwerk zu lesen versucht,</translation>
    </message>
    <message>
        <source>it took the command, and says {} ms all the same</source>
        <translation>es nahm den Befehl an und sagt trotzdem {} ms</translation>
    </message>
    <message>
        <source>Switching the drive off brings its own setting back.</source>
        <translation>Ausschalten stellt die eigene Einstellung des Laufwerks wieder her.</translation>
    </message>
    <message>
        <source>{} sectors written</source>
        <translation>{} Sektoren geschrieben</translation>
    </message>
    <message>
        <source>opening for writing</source>
        <translation>beim Öffnen zum Schreiben von</translation>
    </message>
    <message>
        <source>what was to be written did not arrive whole, or is not what it is said to be</source>
        <translation>was geschrieben werden sollte, kam nicht heil an oder ist nicht, was es sein soll</translation>
    </message>
    <message>
        <source>Nothing was written.</source>
        <translation>Nichts wurde geschrieben.</translation>
    </message>
    <message>
        <source>getting leave to write to</source>
        <translation>beim Einholen der Erlaubnis, zu schreiben auf</translation>
    </message>
    <message>
        <source>it is not a drive that Orbita writes to</source>
        <translation>es ist kein Laufwerk, auf das Orbita schreibt</translation>
    </message>
    <message>
        <source>Only whole drives are treated: not partitions, and not image files.</source>
        <translation>Nur ganze Laufwerke werden behandelt: keine Partitionen und keine Abbilder.</translation>
    </message>
    <message>
        <source>it is mounted: {}</source>
        <translation>es ist eingehängt: {}</translation>
    </message>
    <message>
        <source>Unmount every file system on it, then ask again.</source>
        <translation>Hängen Sie jedes Dateisystem darauf aus, dann fragen Sie noch einmal.</translation>
    </message>
    <message>
        <source>the computer swaps to it: {}</source>
        <translation>der Rechner lagert darauf aus: {}</translation>
    </message>
    <message>
        <source>Switch swapping to it off (swapoff), then ask again.</source>
        <translation>Schalten Sie das Auslagern darauf ab (swapoff), dann fragen Sie noch einmal.</translation>
    </message>
    <message>
        <source>a volume stacked on it holds it: {}</source>
        <translation>ein darauf gestapelter Verbund hält es: {}</translation>
    </message>
    <message>
        <source>Stop the RAID, logical volume or encrypted volume that uses it, then ask again.</source>
        <translation>Beenden Sie den RAID-, logischen oder verschlüsselten Verbund, der es benutzt, dann fragen Sie noch einmal.</translation>
    </message>
    <message>
        <source>the system has it read-only</source>
        <translation>das System hält es schreibgeschützt</translation>
    </message>
    <message>
        <source>Release the hold, or the write protection switch of the drive or its adapter. A drive that went read-only by itself is at its end: save the data.</source>
        <translation>Lösen Sie den Schreibschutz, auch den Schalter am Laufwerk oder Adapter. Ein Laufwerk, das sich selbst schreibgeschützt hat, ist am Ende: sichern Sie die Daten.</translation>
    </message>
    <message>
        <source>another program has it open for itself</source>
        <translation>ein anderes Programm hat es für sich allein offen</translation>
    </message>
    <message>
        <source>End what uses it, then ask again.</source>
        <translation>Beenden Sie, was es benutzt, dann fragen Sie noch einmal.</translation>
    </message>
    <message>
        <source>the house policy does not allow it</source>
        <translation>die Hausregeln erlauben es nicht</translation>
    </message>
    <message>
        <source>nobody has said whether the data exists elsewhere</source>
        <translation>niemand hat gesagt, ob es die Daten noch anderswo gibt</translation>
    </message>
    <message>
        <source>Answer that first: it decides what may be done.</source>
        <translation>Beantworten Sie das zuerst: davon hängt ab, was getan werden darf.</translation>
    </message>
    <message>
        <source>this destroys what sectors held, and the data may exist nowhere else</source>
        <translation>das zerstört, was Sektoren enthielten, und die Daten gibt es vielleicht sonst nirgends</translation>
    </message>
    <message>
        <source>Save the data first. Going on all the same has to be said in so many words.</source>
        <translation>Sichern Sie erst die Daten. Trotzdem weiterzumachen muss ausdrücklich gesagt werden.</translation>
    </message>
    <message>
        <source>what was typed is not how the drive&apos;s serial number ends</source>
        <translation>was getippt wurde, ist nicht das Ende der Seriennummer</translation>
    </message>
    <message>
        <source>Read the last four characters off the label of the drive, and compare.</source>
        <translation>Lesen Sie die letzten vier Zeichen vom Etikett des Laufwerks ab, und vergleichen Sie.</translation>
    </message>
    <message>
        <source>what was typed is not the drive&apos;s capacity</source>
        <translation>was getippt wurde, ist nicht die Kapazität des Laufwerks</translation>
    </message>
    <message>
        <source>No serial number of its own is to be had: type the capacity printed on its label, such as 500 GB.</source>
        <translation>Eine eigene Seriennummer ist nicht zu haben: tippen Sie die auf dem Etikett gedruckte Kapazität, etwa 500 GB.</translation>
    </message>
    <message>
        <source>what is written back would be kept nowhere</source>
        <translation>was zurückgeschrieben wird, würde nirgends behalten</translation>
    </message>
    <message>
        <source>The casebook has to be writable: make room, or choose another place for it.</source>
        <translation>Das Fallbuch muss beschreibbar sein: schaffen Sie Platz, oder wählen Sie einen anderen Ort dafür.</translation>
    </message>
    <message>
        <source>no such sectors are on the drive</source>
        <translation>solche Sektoren hat das Laufwerk nicht</translation>
    </message>
    <message>
        <source>leave is given for a way of writing, with a reason, and for a week at most</source>
        <translation>die Erlaubnis gilt für eine Weise zu schreiben, mit einem Grund, und höchstens eine Woche</translation>
    </message>
    <message>
        <source>nobody gave leave to write there</source>
        <translation>niemand hat erlaubt, dorthin zu schreiben</translation>
    </message>
    <message>
        <source>Nothing was written. Ask for leave again.</source>
        <translation>Nichts wurde geschrieben. Bitten Sie noch einmal um Erlaubnis.</translation>
    </message>
    <message>
        <source>the leave to write has run out</source>
        <translation>die Erlaubnis zu schreiben ist abgelaufen</translation>
    </message>
    <message>
        <source>leave to write was given to other sectors, or for something else</source>
        <translation>die Erlaubnis zu schreiben galt für andere Sektoren oder für etwas anderes</translation>
    </message>
    <message>
        <source> must be an object</source>
        <translation> muss ein Objekt sein</translation>
    </message>
    <message>
        <source> must be a text</source>
        <translation> muss ein Text sein</translation>
    </message>
    <message>
        <source> must be a whole number from </source>
        <translation> muss eine ganze Zahl sein von </translation>
    </message>
    <message>
        <source> must be a number from </source>
        <translation> muss eine Zahl sein von </translation>
    </message>
    <message>
        <source> must be true or false</source>
        <translation> muss true oder false sein</translation>
    </message>
    <message>
        <source> has a key that no scenario knows: &quot;</source>
        <translation> hat einen Schlüssel, den kein Szenario kennt: „</translation>
    </message>
    <message>
        <source>: sector sizes must be powers of two, physical no smaller than logical</source>
        <translation>: Sektorgrößen müssen Zweierpotenzen sein, die physische nicht kleiner als die logische</translation>
    </message>
    <message>
        <source> has &quot;rpm&quot; although &quot;solid_state&quot; is true</source>
        <translation> hat „rpm“, obwohl „solid_state“ true ist</translation>
    </message>
    <message>
        <source>&quot;; it must be slow, unreadable, freeze, drop or link_fault</source>
        <translation>“; sie muss slow, unreadable, freeze, drop oder link_fault sein</translation>
    </message>
    <message>
        <source> needs either &quot;</source>
        <translation> braucht entweder „</translation>
    </message>
    <message>
        <source>: a solid-state drive has no turns; use &quot;</source>
        <translation>: ein Halbleiterlaufwerk hat keine Umdrehungen; verwenden Sie „</translation>
    </message>
    <message>
        <source>&quot;; it must be rewritten, remapped, stays, worsens or fails</source>
        <translation>“; es muss rewritten, remapped, stays, worsens oder fails sein</translation>
    </message>
    <message>
        <source> needs either &quot;seconds&quot; or &quot;forever&quot;: true</source>
        <translation> braucht entweder „seconds“ oder „forever“: true</translation>
    </message>
    <message>
        <source>: the most must not be below the least</source>
        <translation>: das Meiste darf nicht unter dem Wenigsten liegen</translation>
    </message>
    <message>
        <source> must be a list</source>
        <translation> muss eine Liste sein</translation>
    </message>
    <message>
        <source> must hold texts</source>
        <translation> muss Texte enthalten</translation>
    </message>
    <message>
        <source>&quot;; it must be ata, sat, bridge, scsi or nvme</source>
        <translation>“; sie muss ata, sat, bridge, scsi oder nvme sein</translation>
    </message>
    <message>
        <source>&quot;; it must be none, password or ranges</source>
        <translation>“; sie muss none, password oder ranges sein</translation>
    </message>
    <message>
        <source>scenario.format must be &quot;orbita-scenario&quot;</source>
        <translation>scenario.format muss „orbita-scenario“ sein</translation>
    </message>
    <message>
        <source>scenario.version is one that this Orbita does not know; it reads version 1</source>
        <translation>scenario.version ist eine, die dieses Orbita nicht kennt; es liest Version 1</translation>
    </message>
    <message>
        <source>reading the scenario</source>
        <translation>beim Lesen des Szenarios</translation>
    </message>
    <message>
        <source>docs/formats.md describes scenario files; those under demo/ are examples.</source>
        <translation>docs/formats.md beschreibt Szenario-Dateien; jene unter demo/ sind Beispiele.</translation>
    </message>
    <message>
        <source>the scenario</source>
        <translation>das Szenario</translation>
    </message>
    <message>
        <source>what stands there was put in since, and has no serial number to be known again by</source>
        <translation>was dort steht, wurde seither eingesetzt und hat keine Seriennummer, an der es wiederzuerkennen wäre</translation>
    </message>
    <message>
        <source>Nothing was done to it. Look at the list of drives anew.</source>
        <translation>Nichts wurde damit getan. Sehen Sie die Liste der Laufwerke neu an.</translation>
    </message>
    <message>
        <source>going on with the treatment</source>
        <translation>beim Fortsetzen der Behandlung</translation>
    </message>
    <message>
        <source>reading what is owed to the drive,</source>
        <translation>beim Lesen dessen, was dem Laufwerk geschuldet wird,</translation>
    </message>
    <message>
        <source>Nothing was sent to the drive. Look at the file, and remove it if it is none of yours; switching the drive off brings its own setting back.</source>
        <translation>Dem Laufwerk wurde nichts geschickt. Sehen Sie die Datei an und entfernen Sie sie, wenn sie keine von Ihren ist; Ausschalten stellt die eigene Einstellung des Laufwerks wieder her.</translation>
    </message>
    <message>
        <source>what is owed to the drive,</source>
        <translation>was dem Laufwerk geschuldet wird,</translation>
    </message>
    <message>
        <source>it is no such record</source>
        <translation>es ist kein solcher Vermerk</translation>
    </message>
    <message>
        <source>another version of Orbita has written it</source>
        <translation>eine andere Version von Orbita hat ihn geschrieben</translation>
    </message>
    <message>
        <source>it is about another drive</source>
        <translation>er betrifft ein anderes Laufwerk</translation>
    </message>
    <message>
        <source>what it says is no setting</source>
        <translation>was er sagt, ist keine Einstellung</translation>
    </message>
    <message>
        <source>an earlier version of Orbita</source>
        <translation>eine frühere Version von Orbita</translation>
    </message>
    <message>
        <source>asking which sectors the drive itself doubts,</source>
        <translation>bei der Frage, welche Sektoren das Laufwerk selbst bezweifelt,</translation>
    </message>
    <message>
        <source>it takes no commands here</source>
        <translation>es nimmt hier keine Befehle an</translation>
    </message>
    <message>
        <source>Attach it another way, or choose another order.</source>
        <translation>Schließen Sie es anders an, oder wählen Sie eine andere Reihenfolge.</translation>
    </message>
    <message>
        <source>it does not answer</source>
        <translation>es antwortet nicht</translation>
    </message>
    <message>
        <source>looking for</source>
        <translation>bei der Suche nach</translation>
    </message>
    <message>
        <source>there is no such demonstration drive</source>
        <translation>ein solches Vorführlaufwerk gibt es nicht</translation>
    </message>
    <message>
        <source>There are: {}.</source>
        <translation>Es gibt: {}.</translation>
    </message>
    <message>
        <source>looking for the demonstration rack in</source>
        <translation>bei der Suche nach dem Vorführgestell in</translation>
    </message>
    <message>
        <source>there are no scenarios</source>
        <translation>es gibt keine Szenarien</translation>
    </message>
    <message>
        <source>It is installed with Orbita&apos;s programs; install them anew.</source>
        <translation>Es wird mit Orbitas Programmen installiert; installieren Sie sie neu.</translation>
    </message>
    <message>
        <source>it is a casebook of Orbita&apos;s</source>
        <translation>es ist ein Fallbuch von Orbita</translation>
    </message>
    <message>
        <source>it is a file that Orbita has written, no image of a drive</source>
        <translation>es ist eine von Orbita geschriebene Datei, kein Abbild eines Laufwerks</translation>
    </message>
    <message>
        <source>A scan is opened in the window; &quot;sim:&quot; before the path names a scenario.</source>
        <translation>Ein Scan wird im Fenster geöffnet; „sim:“ vor dem Pfad nennt ein Szenario.</translation>
    </message>
    <message>
        <source>&quot;orbita-cli casebook&quot; shows what is in it.</source>
        <translation>„orbita-cli casebook“ zeigt, was darin ist.</translation>
    </message>
    <message>
        <source>the file </source>
        <translation>die Datei </translation>
    </message>
    <message>
        <source>the drive </source>
        <translation>das Laufwerk </translation>
    </message>
    <message>
        <source>treated as the scan went</source>
        <translation>behandelt, während gelesen wurde</translation>
    </message>
    <message>
        <source>opening for treatment</source>
        <translation>beim Öffnen zum Behandeln von</translation>
    </message>
    <message>
        <source>what is read from it is not handed over</source>
        <translation>was davon gelesen wird, wird nicht herausgegeben</translation>
    </message>
    <message>
        <source>the drive does not answer any more</source>
        <translation>das Laufwerk antwortet nicht mehr</translation>
    </message>
    <message>
        <source>What is saved stays in its journal. Check power and cable, and begin anew.</source>
        <translation>Was gesichert ist, bleibt in seinem Journal. Sehen Sie nach Strom und Kabel, und beginnen Sie neu.</translation>
    </message>
    <message>
        <source>putting back what was saved</source>
        <translation>beim Zurückschreiben des Gesicherten</translation>
    </message>
    <message>
        <source>no spot</source>
        <translation>keine Stelle</translation>
    </message>
    <message>
        <source>no such origin</source>
        <translation>keine solche Herkunft</translation>
    </message>
    <message>
        <source>no such result</source>
        <translation>kein solches Ergebnis</translation>
    </message>
    <message>
        <source>of another version</source>
        <translation>von einer anderen Version</translation>
    </message>
    <message>
        <source>of another journal</source>
        <translation>von einem anderen Journal</translation>
    </message>
    <message>
        <source>no such kind</source>
        <translation>keine solche Art</translation>
    </message>
    <message>
        <source>it is no treatment that this Orbita can read</source>
        <translation>es ist keine Behandlung, die dieses Orbita lesen kann</translation>
    </message>
    <message>
        <source>It is left as it is. A later version of Orbita may have written it.</source>
        <translation>Es bleibt, wie es ist. Vielleicht hat es eine spätere Version von Orbita geschrieben.</translation>
    </message>
    <message>
        <source>what was saved of it has been taken out</source>
        <translation>was davon gesichert war, wurde herausgenommen</translation>
    </message>
    <message>
        <source>what was saved of it is damaged</source>
        <translation>was davon gesichert war, ist beschädigt</translation>
    </message>
    <message>
        <source>another program goes on with it</source>
        <translation>ein anderes Programm setzt sie fort</translation>
    </message>
    <message>
        <source>Let that one end.</source>
        <translation>Lassen Sie jenes enden.</translation>
    </message>
    <message>
        <source>the treatment was interrupted: what is saved may be the only copy</source>
        <translation>die Behandlung wurde unterbrochen: was gesichert ist, kann die einzige Kopie sein</translation>
    </message>
    <message>
        <source>Go on with the treatment first.</source>
        <translation>Setzen Sie zuerst die Behandlung fort.</translation>
    </message>
    <message>
        <source>not all of it reads well since: what is saved may be the only copy</source>
        <translation>nicht alles davon las seither gut: was gesichert ist, kann die einzige Kopie sein</translation>
    </message>
    <message>
        <source>Write it to another place first.</source>
        <translation>Schreiben Sie es zuerst an einen anderen Ort.</translation>
    </message>
    <message>
        <source>no line</source>
        <translation>keine Zeile</translation>
    </message>
    <message>
        <source>no record</source>
        <translation>kein Eintrag</translation>
    </message>
    <message>
        <source>no span</source>
        <translation>kein Bereich</translation>
    </message>
    <message>
        <source>no such drive</source>
        <translation>kein solches Laufwerk</translation>
    </message>
    <message>
        <source>the casebook&apos;s folder</source>
        <translation>der Ordner des Fallbuchs</translation>
    </message>
    <message>
        <source>the casebook is forgotten when the program ends</source>
        <translation>das Fallbuch wird am Ende des Programms vergessen</translation>
    </message>
    <message>
        <source>Nothing is written without a journal that stays.</source>
        <translation>Ohne ein Journal, das bleibt, wird nichts geschrieben.</translation>
    </message>
    <message>
        <source>it is no treatment of Orbita&apos;s</source>
        <translation>es ist keine Behandlung von Orbita</translation>
    </message>
    <message>
        <source>keeping what is about to be written, in</source>
        <translation>beim Sichern dessen, was geschrieben werden soll, in</translation>
    </message>
    <message>
        <source>reading the treatment</source>
        <translation>beim Lesen der Behandlung</translation>
    </message>
    <message>
        <source>it says that it has written, and what it reads is something else</source>
        <translation>es sagt, es habe geschrieben, und liest etwas anderes</translation>
    </message>
    <message>
        <source>Do not write to it any more. What it held is kept in the journal.</source>
        <translation>Schreiben Sie nicht mehr darauf. Was es enthielt, ist im Journal behalten.</translation>
    </message>
    <message>
        <source>out of order</source>
        <translation>nicht in der Reihe</translation>
    </message>
    <message>
        <source>no blocks</source>
        <translation>keine Blöcke</translation>
    </message>
    <message>
        <source>no piece</source>
        <translation>kein Stück</translation>
    </message>
    <message>
        <source>it is damaged</source>
        <translation>es ist beschädigt</translation>
    </message>
    <message>
        <source>no such finding</source>
        <translation>kein solcher Befund</translation>
    </message>
    <message>
        <source>it is no refresh that this Orbita can read</source>
        <translation>es ist kein Auffrischen, das dieses Orbita lesen kann</translation>
    </message>
    <message>
        <source>so many pieces are no slot</source>
        <translation>so viele Stücke sind kein Fach</translation>
    </message>
    <message>
        <source>what it answers does not arrive, however often it is asked</source>
        <translation>was es antwortet, kommt nicht an, wie oft auch gefragt wird</translation>
    </message>
    <message>
        <source>Check cable and power.</source>
        <translation>Sehen Sie nach Kabel und Strom.</translation>
    </message>
    <message>
        <source>what it reads is not what was read from there and written back</source>
        <translation>was es liest, ist nicht, was dort gelesen und zurückgeschrieben wurde</translation>
    </message>
    <message>
        <source>the drive refused it</source>
        <translation>das Laufwerk lehnte es ab</translation>
    </message>
    <message>
        <source>It may be busy with another test.</source>
        <translation>Vielleicht ist es mit einem anderen Test beschäftigt.</translation>
    </message>
    <message>
        <source>having it watch its own health,</source>
        <translation>beim Einschalten seiner Gesundheitswache</translation>
    </message>
    <message>
        <source>it has no such command</source>
        <translation>es hat keinen solchen Befehl</translation>
    </message>
    <message>
        <source>it takes no commands of this kind</source>
        <translation>es nimmt keine Befehle dieser Art an</translation>
    </message>
    <message>
        <source>Scan the surface instead.</source>
        <translation>Scannen Sie stattdessen die Oberfläche.</translation>
    </message>
    <message>
        <source>There is nothing to abort.</source>
        <translation>Es gibt nichts abzubrechen.</translation>
    </message>
    <message>
        <source>looking after the self-test of</source>
        <translation>beim Nachsehen nach dem Selbsttest von</translation>
    </message>
    <message>
        <source>the drive went away while it tested itself</source>
        <translation>das Laufwerk verschwand, während es sich testete</translation>
    </message>
    <message>
        <source>the drive stopped answering while it tested itself</source>
        <translation>das Laufwerk hörte auf zu antworten, während es sich testete</translation>
    </message>
    <message>
        <source>the drive no longer reports on its tests</source>
        <translation>das Laufwerk berichtet nicht mehr über seine Tests</translation>
    </message>
    <message>
        <source>Check power and cable. How the test ended stands in the drive&apos;s own log: read the vitals again.</source>
        <translation>Sehen Sie nach Strom und Kabel. Wie der Test endete, steht im Protokoll des Laufwerks: lesen Sie die Vitalwerte noch einmal.</translation>
    </message>
    <message>
        <source>keeping the scan</source>
        <translation>beim Behalten des Scans</translation>
    </message>
    <message>
        <source>there is not enough memory</source>
        <translation>es ist nicht genug Speicher da</translation>
    </message>
    <message>
        <source>It is tried again. End other programs to make room.</source>
        <translation>Es wird wieder versucht. Beenden Sie andere Programme, um Platz zu schaffen.</translation>
    </message>
    <message>
        <source>It is tried again.</source>
        <translation>Es wird wieder versucht.</translation>
    </message>
    <message>
        <source>judging scans of</source>
        <translation>beim Beurteilen der Scans von</translation>
    </message>
    <message>
        <source>another one is of {} {}</source>
        <translation>ein anderer ist von {} {}</translation>
    </message>
    <message>
        <source>Name scans of one drive.</source>
        <translation>Nennen Sie Scans eines Laufwerks.</translation>
    </message>
    <message>
        <source>It is left as it is. Move it away to begin a new one, or open it with the Orbita it belongs to.</source>
        <translation>Es bleibt, wie es ist. Verschieben Sie es, um ein neues zu beginnen, oder öffnen Sie es mit dem Orbita, zu dem es gehört.</translation>
    </message>
    <message>
        <source>it is damaged, or no casebook</source>
        <translation>es ist beschädigt oder kein Fallbuch</translation>
    </message>
    <message>
        <source>another program is busy with it</source>
        <translation>ein anderes Programm ist damit beschäftigt</translation>
    </message>
    <message>
        <source>Nothing is wrong with it. Wait until that one is done, and try again.</source>
        <translation>Es ist nichts damit. Warten Sie, bis jenes fertig ist, und versuchen Sie es noch einmal.</translation>
    </message>
    <message>
        <source>there is no room left on its disk</source>
        <translation>auf seiner Platte ist kein Platz mehr</translation>
    </message>
    <message>
        <source>Make room there; it is left as it is.</source>
        <translation>Schaffen Sie dort Platz; es bleibt, wie es ist.</translation>
    </message>
    <message>
        <source>the system gave no reason</source>
        <translation>das System nannte keinen Grund</translation>
    </message>
    <message>
        <source>It is left as it is. Check that there is room and that the folder can be written.</source>
        <translation>Es bleibt, wie es ist. Prüfen Sie, ob Platz ist und in den Ordner geschrieben werden kann.</translation>
    </message>
    <message>
        <source>it belongs to a newer Orbita and is open for reading only</source>
        <translation>es gehört zu einem neueren Orbita und ist nur zum Lesen offen</translation>
    </message>
    <message>
        <source>Nothing is lost: export what matters to a file.</source>
        <translation>Nichts ist verloren: exportieren Sie, was zählt, in eine Datei.</translation>
    </message>
    <message>
        <source>Check that there is room and that the folder can be written; what is on the screen is kept meanwhile.</source>
        <translation>Prüfen Sie, ob Platz ist und in den Ordner geschrieben werden kann; was auf dem Bildschirm ist, bleibt so lange.</translation>
    </message>
    <message>
        <source>it is a database, but no casebook of Orbita&apos;s</source>
        <translation>es ist eine Datenbank, aber kein Fallbuch von Orbita</translation>
    </message>
    <message>
        <source>it holds parts that Orbita has not made</source>
        <translation>es enthält Teile, die Orbita nicht gemacht hat</translation>
    </message>
    <message>
        <source>keeping what is found in</source>
        <translation>beim Behalten des Gefundenen in</translation>
    </message>
    <message>
        <source>it cannot be written there</source>
        <translation>dort lässt es sich nicht schreiben</translation>
    </message>
    <message>
        <source>Everything is held in memory until Orbita ends: export what matters to another drive.</source>
        <translation>Alles wird im Speicher gehalten, bis Orbita endet: exportieren Sie, was zählt, auf ein anderes Laufwerk.</translation>
    </message>
    <message>
        <source>looking up the drive in</source>
        <translation>beim Nachschlagen des Laufwerks in</translation>
    </message>
    <message>
        <source>entering the drive in</source>
        <translation>beim Eintragen des Laufwerks in</translation>
    </message>
    <message>
        <source>reading the drives in</source>
        <translation>beim Lesen der Laufwerke in</translation>
    </message>
    <message>
        <source>reading the drive in</source>
        <translation>beim Lesen des Laufwerks in</translation>
    </message>
    <message>
        <source>it holds no drive with the number {}</source>
        <translation>es enthält kein Laufwerk mit der Nummer {}</translation>
    </message>
    <message>
        <source>Choose one from the list.</source>
        <translation>Wählen Sie eines aus der Liste.</translation>
    </message>
    <message>
        <source>beginning a visit in</source>
        <translation>beim Beginnen eines Besuchs in</translation>
    </message>
    <message>
        <source>keeping the visit in</source>
        <translation>beim Behalten des Besuchs in</translation>
    </message>
    <message>
        <source>reading the visits in</source>
        <translation>beim Lesen der Besuche in</translation>
    </message>
    <message>
        <source>reading the complaints in</source>
        <translation>beim Lesen der Beanstandungen in</translation>
    </message>
    <message>
        <source>looking for the drive in</source>
        <translation>beim Suchen des Laufwerks in</translation>
    </message>
    <message>
        <source>entering what was done to drives in</source>
        <translation>beim Eintragen dessen, was mit Laufwerken geschah, in</translation>
    </message>
    <message>
        <source>reading what was done to the drive in</source>
        <translation>beim Lesen dessen, was mit dem Laufwerk geschah, in</translation>
    </message>
    <message>
        <source>reading what was done in</source>
        <translation>beim Lesen des Getanen in</translation>
    </message>
    <message>
        <source>reading what was overruled in</source>
        <translation>beim Lesen des Übergangenen in</translation>
    </message>
    <message>
        <source>Tide-gauge network</source>
        <translation>Tide-gauge network</translation>
    </message>
    <message>
        <source>something is there already</source>
        <translation>dort ist schon etwas</translation>
    </message>
    <message>
        <source>It is left as it is. Choose another name.</source>
        <translation>Es bleibt, wie es ist. Wählen Sie einen anderen Namen.</translation>
    </message>
    <message>
        <source>{} {}: its capacity is another one there</source>
        <translation>{} {}: seine Kapazität ist dort eine andere</translation>
    </message>
    <message>
        <source>{} {}: its hours of running go back from one reading to the next</source>
        <translation>{} {}: seine Betriebsstunden gehen von einer Lesung zur nächsten zurück</translation>
    </message>
    <message>
        <source>[another casebook] {}: {}</source>
        <translation>[anderes Fallbuch] {}: {}</translation>
    </message>
    <message>
        <source>[another casebook] data elsewhere: {}</source>
        <translation>[anderes Fallbuch] Daten anderswo: {}</translation>
    </message>
    <message>
        <source>another casebook</source>
        <translation>ein anderes Fallbuch</translation>
    </message>
    <message>
        <source>taking in the casebook</source>
        <translation>beim Aufnehmen des Fallbuchs</translation>
    </message>
    <message>
        <source>there is no such file</source>
        <translation>eine solche Datei gibt es nicht</translation>
    </message>
    <message>
        <source>Check its name.</source>
        <translation>Prüfen Sie ihren Namen.</translation>
    </message>
    <message>
        <source>taking another casebook into</source>
        <translation>beim Aufnehmen eines anderen Fallbuchs in</translation>
    </message>
    <message>
        <source>it cannot be read, or there is no room for a copy of it beside the casebook</source>
        <translation>es lässt sich nicht lesen, oder neben dem Fallbuch ist kein Platz für eine Kopie</translation>
    </message>
    <message>
        <source>Nothing was changed. Make room, and check that it can be read.</source>
        <translation>Nichts wurde geändert. Schaffen Sie Platz, und prüfen Sie, ob es sich lesen lässt.</translation>
    </message>
    <message>
        <source>it is of a newer Orbita, which this one does not understand</source>
        <translation>es ist von einem neueren Orbita, das dieses nicht versteht</translation>
    </message>
    <message>
        <source>Nothing was changed. Take it in with that Orbita, or a newer one.</source>
        <translation>Nichts wurde geändert. Nehmen Sie es mit jenem Orbita auf, oder mit einem neueren.</translation>
    </message>
    <message>
        <source>exporting the case to</source>
        <translation>beim Exportieren des Falls nach</translation>
    </message>
    <message>
        <source>keeping the ruling in</source>
        <translation>beim Behalten des Urteils in</translation>
    </message>
    <message>
        <source>reading the rulings in</source>
        <translation>beim Lesen der Urteile in</translation>
    </message>
    <message>
        <source>looking for the scan in</source>
        <translation>beim Suchen des Scans in</translation>
    </message>
    <message>
        <source>reading the scans in</source>
        <translation>beim Lesen der Scans in</translation>
    </message>
    <message>
        <source>entering what was treated in</source>
        <translation>beim Eintragen des Behandelten in</translation>
    </message>
    <message>
        <source>reading the scan in</source>
        <translation>beim Lesen des Scans in</translation>
    </message>
    <message>
        <source>opening the scan in</source>
        <translation>beim Öffnen des Scans in</translation>
    </message>
    <message>
        <source>it holds no scan with the number {}</source>
        <translation>es enthält keinen Scan mit der Nummer {}</translation>
    </message>
    <message>
        <source>reading the plate in</source>
        <translation>beim Lesen der Fläche in</translation>
    </message>
    <message>
        <source>keeping what a scan comes to in</source>
        <translation>beim Behalten dessen, was ein Scan ergibt, in</translation>
    </message>
    <message>
        <source>looking for drives of its kind in</source>
        <translation>beim Suchen von Laufwerken seiner Art in</translation>
    </message>
    <message>
        <source>searching in</source>
        <translation>beim Suchen in</translation>
    </message>
    <message>
        <source>a row of the table {} belongs to nothing</source>
        <translation>eine Zeile der Tabelle {} gehört zu nichts</translation>
    </message>
    <message>
        <source>backing up the casebook to</source>
        <translation>beim Sichern des Fallbuchs nach</translation>
    </message>
    <message>
        <source>Nothing was written there. Check that there is room.</source>
        <translation>Dorthin wurde nichts geschrieben. Prüfen Sie, ob Platz ist.</translation>
    </message>
    <message>
        <source>exporting the case from</source>
        <translation>beim Exportieren des Falls aus</translation>
    </message>
    <message>
        <source>looking for customers in</source>
        <translation>beim Suchen von Kunden in</translation>
    </message>
    <message>
        <source>forgetting customers for good in</source>
        <translation>beim Vergessen von Kunden für immer in</translation>
    </message>
    <message>
        <source>restoring the casebook from</source>
        <translation>beim Zurückspielen des Fallbuchs aus</translation>
    </message>
    <message>
        <source>restoring the casebook</source>
        <translation>beim Zurückspielen des Fallbuchs</translation>
    </message>
    <message>
        <source>it is open in another program</source>
        <translation>es ist in einem anderen Programm offen</translation>
    </message>
    <message>
        <source>End every Orbita that uses it, and try again.</source>
        <translation>Beenden Sie jedes Orbita, das es benutzt, und versuchen Sie es noch einmal.</translation>
    </message>
    <message>
        <source>it cannot be read, or there is no room for a copy</source>
        <translation>es lässt sich nicht lesen, oder für eine Kopie ist kein Platz</translation>
    </message>
    <message>
        <source>The present casebook is as it was.</source>
        <translation>Das gegenwärtige Fallbuch ist, wie es war.</translation>
    </message>
    <message>
        <source>it is damaged: {}</source>
        <translation>es ist beschädigt: {}</translation>
    </message>
    <message>
        <source>The present casebook is as it was. Take another backup.</source>
        <translation>Das gegenwärtige Fallbuch ist, wie es war. Nehmen Sie eine andere Sicherung.</translation>
    </message>
    <message>
        <source>moving aside</source>
        <translation>beim Beiseitelegen von</translation>
    </message>
    <message>
        <source>keeping the vitals in</source>
        <translation>beim Behalten der Vitalwerte in</translation>
    </message>
    <message>
        <source>reading earlier vitals in</source>
        <translation>beim Lesen früherer Vitalwerte in</translation>
    </message>
    <message>
        <source>reading the pages of a drive in</source>
        <translation>beim Lesen der Seiten eines Laufwerks in</translation>
    </message>
    <message>
        <source>reading the defects in</source>
        <translation>beim Lesen der Mängel in</translation>
    </message>
    <message>
        <source>Write the ledger anew.</source>
        <translation>Schreiben Sie die Mängelliste neu.</translation>
    </message>
    <message>
        <source>Name a scan of this drive.</source>
        <translation>Nennen Sie einen Scan dieses Laufwerks.</translation>
    </message>
    <message>
        <source>the ledger</source>
        <translation>die Mängelliste</translation>
    </message>
    <message>
        <source>it lists a sector beyond the end of this drive</source>
        <translation>sie führt einen Sektor jenseits des Endes dieses Laufwerks auf</translation>
    </message>
    <message>
        <source>Name the ledger of this drive.</source>
        <translation>Nennen Sie die Mängelliste dieses Laufwerks.</translation>
    </message>
    <message>
        <source>it lists none</source>
        <translation>sie führt keine auf</translation>
    </message>
    <message>
        <source>There is nothing to be looked at again.</source>
        <translation>Es gibt nichts, was noch einmal anzusehen wäre.</translation>
    </message>
    <message>
        <source>reading the plate, chunk {}</source>
        <translation>beim Lesen der Fläche, Stück {}</translation>
    </message>
    <message>
        <source>The file is damaged; use another copy.</source>
        <translation>Die Datei ist beschädigt; nehmen Sie eine andere Kopie.</translation>
    </message>
    <message>
        <source>the number of chunks does not fit the span</source>
        <translation>die Anzahl der Stücke passt nicht zum Bereich</translation>
    </message>
    <message>
        <source>it does not unpack to the right length</source>
        <translation>es entpackt sich nicht zur richtigen Länge</translation>
    </message>
    <message>
        <source>a span in it has no end</source>
        <translation>ein Bereich darin hat kein Ende</translation>
    </message>
    <message>
        <source>no drive has such sectors, or so many</source>
        <translation>kein Laufwerk hat solche Sektoren, oder so viele</translation>
    </message>
    <message>
        <source>the tape has an entry of a kind that this Orbita does not know</source>
        <translation>die Mitschrift hat einen Eintrag einer Art, die dieses Orbita nicht kennt</translation>
    </message>
    <message>
        <source>a treatment is of sectors, by a step or with a result that cannot be</source>
        <translation>eine Behandlung betrifft Sektoren, mit einem Schritt oder Ergebnis, die es nicht geben kann</translation>
    </message>
    <message>
        <source>its &quot;format&quot; is not &quot;orbita-scan&quot;</source>
        <translation>sein „format“ ist nicht „orbita-scan“</translation>
    </message>
    <message>
        <source>it was written by a later Orbita; this one reads versions 1 and 2</source>
        <translation>ein späteres Orbita hat ihn geschrieben; dieses liest die Versionen 1 und 2</translation>
    </message>
    <message>
        <source>its span does not fit the drive it names</source>
        <translation>sein Bereich passt nicht zu dem genannten Laufwerk</translation>
    </message>
    <message>
        <source>it has more blocks than any scan of Orbita&apos;s</source>
        <translation>er hat mehr Blöcke als jeder Scan von Orbita</translation>
    </message>
    <message>
        <source>it names a standstill that cannot be</source>
        <translation>er nennt einen Stillstand, den es nicht geben kann</translation>
    </message>
    <message>
        <source>opening the scan</source>
        <translation>beim Öffnen des Scans</translation>
    </message>
    <message>
        <source>Choose a file that Orbita saved as a scan.</source>
        <translation>Wählen Sie eine Datei, die Orbita als Scan gespeichert hat.</translation>
    </message>
    <message>
        <source>a chunk of the plate is no base64</source>
        <translation>ein Stück der Fläche ist kein Base64</translation>
    </message>
    <message>
        <source>the scan</source>
        <translation>der Scan</translation>
    </message>
    <message>
        <source>reading the settings</source>
        <translation>beim Lesen der Einstellungen</translation>
    </message>
    <message>
        <source>docs/formats.md describes them. Mend the file, or take it away.</source>
        <translation>docs/formats.md beschreibt sie. Beheben Sie die Datei, oder nehmen Sie sie weg.</translation>
    </message>
    <message>
        <source>the settings</source>
        <translation>die Einstellungen</translation>
    </message>
    <message>
        <source>it is no &quot;orbita-settings&quot; of version 1</source>
        <translation>es ist kein „orbita-settings“ der Version 1</translation>
    </message>
    <message>
        <source>&quot;{}&quot; must be a text</source>
        <translation>„{}“ muss ein Text sein</translation>
    </message>
    <message>
        <source>&quot;{}&quot; must be true or false</source>
        <translation>„{}“ muss true oder false sein</translation>
    </message>
    <message>
        <source>&quot;{}&quot; must be 0, or a whole number from {} to {}</source>
        <translation>„{}“ muss 0 sein, oder eine ganze Zahl von {} bis {}</translation>
    </message>
    <message>
        <source>reading whose reports these are from</source>
        <translation>beim Lesen, wessen Berichte das sind,</translation>
    </message>
    <message>
        <source>docs/formats.md describes it. Mend it, or take it away.</source>
        <translation>docs/formats.md beschreibt es. Beheben Sie es, oder nehmen Sie es weg.</translation>
    </message>
    <message>
        <source>whose reports these are</source>
        <translation>wessen Berichte das sind</translation>
    </message>
    <message>
        <source>it is no &quot;orbita-shop&quot; of version 1</source>
        <translation>es ist kein „orbita-shop“ der Version 1</translation>
    </message>
    <message>
        <source>&quot;{}&quot; is none of name, address and logo, or no text</source>
        <translation>„{}“ ist keines von name, address und logo, oder kein Text</translation>
    </message>
    <message>
        <source>taking what was saved out of</source>
        <translation>beim Herausnehmen des Gesicherten aus</translation>
    </message>
    <message>
        <source>looking for a treatment to go on with in</source>
        <translation>beim Suchen einer fortzusetzenden Behandlung in</translation>
    </message>
    <message>
        <source>there is none of this drive that was broken off</source>
        <translation>es gibt keine abgebrochene von diesem Laufwerk</translation>
    </message>
    <message>
        <source>no count</source>
        <translation>keine Anzahl</translation>
    </message>
    <message>
        <source>Patch</source>
        <translation>Fleck</translation>
    </message>
    <message>
        <source>Cause</source>
        <translation>Ursache</translation>
    </message>
    <message>
        <source>SATA through USB</source>
        <translation>SATA über USB</translation>
    </message>
    <message>
        <source>Usage</source>
        <translation>Aufruf</translation>
    </message>
    <message>
        <source>Options</source>
        <translation>Optionen</translation>
    </message>
    <message>
        <source>Subcommands</source>
        <translation>Befehle</translation>
    </message>
    <message>
        <source>Positionals</source>
        <translation>Angaben</translation>
    </message>
    <message>
        <source>REQUIRED</source>
        <translation>NÖTIG</translation>
    </message>
    <message>
        <source>OPTIONS</source>
        <translation>OPTIONEN</translation>
    </message>
    <message>
        <source>SUBCOMMAND</source>
        <translation>BEFEHL</translation>
    </message>
    <message>
        <source>Print this help message and exit</source>
        <translation>diese Hilfe zeigen</translation>
    </message>
    <message>
        <source>Display program version information and exit</source>
        <translation>die Version zeigen</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>Cancel</source>
        <translation>Abbrechen</translation>
    </message>
    <message>
        <source>OK</source>
        <translation>OK</translation>
    </message>
    <message>
        <source>&amp;Open</source>
        <translation>Ö&amp;ffnen</translation>
    </message>
    <message>
        <source>&amp;Save</source>
        <translation>&amp;Speichern</translation>
    </message>
    <message>
        <source>Save</source>
        <translation>Speichern</translation>
    </message>
    <message>
        <source>&amp;Yes</source>
        <translation>&amp;Ja</translation>
    </message>
    <message>
        <source>Look in:</source>
        <translation>Suchen in:</translation>
    </message>
    <message>
        <source>File &amp;name:</source>
        <translation>Datei&amp;name:</translation>
    </message>
    <message>
        <source>Files of type:</source>
        <translation>Dateien vom Typ:</translation>
    </message>
    <message>
        <source>Directory:</source>
        <translation>Ordner:</translation>
    </message>
    <message>
        <source>Name</source>
        <translation>Name</translation>
    </message>
    <message>
        <source>Size</source>
        <translation>Größe</translation>
    </message>
    <message>
        <source>Type</source>
        <translation>Typ</translation>
    </message>
    <message>
        <source>Date Modified</source>
        <translation>Geändert</translation>
    </message>
    <message>
        <source>Computer</source>
        <translation>Rechner</translation>
    </message>
    <message>
        <source>Back</source>
        <translation>Zurück</translation>
    </message>
    <message>
        <source>Forward</source>
        <translation>Vor</translation>
    </message>
    <message>
        <source>Parent Directory</source>
        <translation>Übergeordneter Ordner</translation>
    </message>
    <message>
        <source>Ctrl</source>
        <translation>Strg</translation>
    </message>
    <message>
        <source>Shift</source>
        <translation>Umschalt</translation>
    </message>
    <message>
        <source>Alt</source>
        <translation>Alt</translation>
    </message>
    <message>
        <source>Return</source>
        <translation>Enter</translation>
    </message>
    <message>
        <source>Create New Folder</source>
        <translation>Neuer Ordner</translation>
    </message>
    <message>
        <source>List View</source>
        <translation>Liste</translation>
    </message>
    <message>
        <source>Detail View</source>
        <translation>Einzelheiten</translation>
    </message>
    <message>
        <source>%1 already exists.
Do you want to replace it?</source>
        <translation>%1 gibt es schon.
Soll es ersetzt werden?</translation>
    </message>
</context>
</TS>
