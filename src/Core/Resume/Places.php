<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** Towns that resumes name most where we hire, to know a place from an employer; not a gazetteer. */
final class Places
{
    public const ALL = ['remote', 'hybrid', 'hjemmekontor', 'zdalnie', 'Bergen', 'Oslo', 'Stavanger', 'Trondheim', 'Ålesund', 'Askøy', 'Os', 'Haugesund', 'Tromsø', 'Bodø', 'Kristiansand', 'Molde', 'Drammen', 'Voss', 'Stord', 'Laksevåg', 'Florø', 'Kristiansund', 'Sandefjord', 'Fredrikstad', 'Sandnes', 'Narvik', 'Hammerfest', 'Aberdeen', 'Glasgow', 'Edinburgh', 'Leith', 'Lerwick', 'Kirkwall', 'Peterhead', 'Inverness', 'Dundee', 'Stornoway', 'Oban', 'London', 'Liverpool', 'Belfast', 'Cork', 'Dublin', 'Southampton', 'Newcastle', 'Gdańsk', 'Gdynia', 'Sopot', 'Szczecin', 'Kraków', 'Warszawa', 'Warsaw', 'Ustka', 'Elbląg', 'Poznań', 'Wrocław', 'Łódź', 'Lublin', 'Katowice', 'Świnoujście', 'Kołobrzeg', 'Halifax', 'Lunenburg', 'Dartmouth', 'Sydney', "St. John's", 'Toronto', 'Montreal', 'Vigo', 'A Coruña', 'Ferrol', 'Pontevedra', 'Santiago', 'Bilbao', 'Madrid', 'Barcelona', 'Lisboa', 'Lisbon', 'Porto', 'Hamburg', 'København', 'Copenhagen', 'Göteborg', 'Gothenburg', 'Stockholm', 'Helsinki', 'Turku', 'Tallinn', 'Riga', 'Rotterdam', 'Amsterdam', 'Antwerp'];
}
