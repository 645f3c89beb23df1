<?php

declare(strict_types=1);

namespace Jorvent\Core\Import;

/** Names of columns by field, folded: small letters without accents, blanks and signs. The first is what we call it. */
final class Fields
{
    public const REQUISITION = [
        'title' => ['title', 'jobtitle', 'position', 'positiontitle', 'role', 'stilling', 'stillingstittel', 'tittel', 'stanowisko', 'tytul', 'nazwastanowiska'],
        'unit' => ['department', 'unit', 'unitcode', 'departmentcode', 'orgunit', 'avdeling', 'enhet', 'dzial', 'jednostka', 'kod'],
        'site' => ['site', 'location', 'place', 'city', 'office', 'sted', 'lokasjon', 'by', 'miejsce', 'lokalizacja', 'miasto'],
        'positions' => ['positions', 'openings', 'headcount', 'number', 'numberofpositions', 'vacancies', 'antall', 'antallstillinger', 'liczba', 'liczbaetatow', 'etaty'],
        'manager' => ['manager', 'hiringmanager', 'reportsto', 'leder', 'naermesteleder', 'kierownik', 'przelozony'],
        'recruiter' => ['recruiter', 'rekrutterer', 'rekruter', 'rekruterka'],
        'employment' => ['employment', 'employmenttype', 'type', 'contract', 'contracttype', 'ansettelse', 'ansettelsesform', 'umowa', 'rodzajumowy'],
        'months' => ['months', 'contractmonths', 'length', 'duration', 'maneder', 'varighet', 'miesiace'],
        'payFrom' => ['payfrom', 'salaryfrom', 'minsalary', 'salarymin', 'paymin', 'from', 'lonnfra', 'minlonn', 'placaod', 'od'],
        'payTo' => ['payto', 'salaryto', 'maxsalary', 'salarymax', 'paymax', 'to', 'lonntil', 'makslonn', 'placado', 'do'],
        'openedOn' => ['opens', 'opened', 'opendate', 'startdate', 'dateopened', 'apnes', 'dato', 'dataotwarcia', 'start'],
        'targetOn' => ['signedby', 'target', 'targetdate', 'deadline', 'needby', 'frist', 'mal', 'termin', 'datadocelowa'],
        'yearsFrom' => ['years', 'yearsfrom', 'experience', 'minyears', 'erfaring', 'ar', 'doswiadczenie', 'lata'],
        'musts' => ['musts', 'musthave', 'skills', 'requirements', 'requiredskills', 'krav', 'ferdigheter', 'wymagania', 'umiejetnosci'],
        'wishes' => ['wishes', 'nicetohave', 'wish', 'preferred', 'onsker', 'milewidziane'],
        'description' => ['description', 'jobdescription', 'text', 'beskrivelse', 'opis'],
        'profile' => ['profile', 'roleprofile', 'template', 'profil', 'profilroli'],
    ];

    public const PERSON = [
        'name' => ['name', 'fullname', 'candidate', 'candidatename', 'applicant', 'navn', 'fulltnavn', 'kandidat', 'imieinazwisko', 'imienazwisko'],
        'first' => ['firstname', 'givenname', 'forename', 'fornavn', 'imie'],
        'last' => ['lastname', 'familyname', 'surname', 'etternavn', 'nazwisko'],
        'email' => ['email', 'emailaddress', 'mail', 'epost', 'epostadresse', 'adresemail'],
        'phone' => ['phone', 'telephone', 'phonenumber', 'mobile', 'tel', 'telefon', 'mobil', 'mobiltelefon', 'numertelefonu', 'komorka'],
        'city' => ['city', 'town', 'location', 'place', 'sted', 'poststed', 'by', 'miasto', 'miejscowosc'],
        'headline' => ['headline', 'title', 'jobtitle', 'position', 'currenttitle', 'role', 'stilling', 'tittel', 'stanowisko', 'zawod'],
        'employer' => ['employer', 'company', 'currentemployer', 'currentcompany', 'arbeidsgiver', 'firma', 'pracodawca'],
        'since' => ['since', 'employedsince', 'from', 'siden', 'fra', 'od'],
        'skills' => ['skills', 'keywords', 'ferdigheter', 'kompetanse', 'umiejetnosci'],
        'wants' => ['payexpected', 'expectedpay', 'salaryexpectation', 'expectedsalary', 'lonnsonske', 'oczekiwania', 'oczekiwanaplaca'],
        'earns' => ['paynow', 'currentpay', 'currentsalary', 'lonn', 'obecnaplaca'],
        'currency' => ['currency', 'valuta', 'waluta'],
        'notice' => ['notice', 'noticeperiod', 'oppsigelsestid', 'okreswypowiedzenia'],
        'start' => ['start', 'availablefrom', 'startdate', 'ledigfra', 'dostepnyod'],
        'tags' => ['tags', 'labels', 'merkelapper', 'etykiety'],
        'note' => ['note', 'notes', 'comment', 'comments', 'notat', 'kommentar', 'uwagi', 'notatka'],
    ];

    public const COLLEAGUE = [
        'number' => ['number', 'employeenumber', 'staffnumber', 'employeeid', 'ansattnummer', 'ansattnr', 'numerpracownika'],
        'name' => ['name', 'fullname', 'employee', 'navn', 'ansatt', 'pracownik', 'imieinazwisko'],
        'email' => ['email', 'mail', 'privateemail', 'epost', 'adresemail'],
        'phone' => ['phone', 'mobile', 'tel', 'telefon', 'mobil'],
        'unit' => ['unit', 'department', 'avdeling', 'enhet', 'dzial'],
        'from' => ['from', 'hired', 'hiredon', 'startdate', 'ansattfra', 'start', 'od', 'zatrudnionyod'],
        'until' => ['until', 'left', 'lefton', 'enddate', 'sluttdato', 'sluttet', 'do', 'zatrudnionydo'],
    ];
}
